import { protocolOf } from "../../knowledge";
import { convertForce } from "../../measurement";
import { interpretRun, type Reading } from "../../reading";
import { effectiveRuns, type ExamState, isAnswered, ladderOf, measuredText } from "../../record";
import { placeLabel, SOURCES } from "../../vocabulary";

/** Columns of the findings table; docs/formats.md says what each holds. */
export const FINDING_COLUMNS = [
  "exam",
  "person",
  "test",
  "tested_side",
  "run",
  "repeated",
  "stage",
  "response",
  "answer",
  "places",
  "intensity",
  "rest_intensity",
  "force_newton",
  "force_kgf",
  "held_seconds",
  "thrusts",
  "reactions",
  "qualities",
  "measures",
  "signs",
  "outcomes",
  "remark",
  "measured_with",
  "reported",
] as const;

export type FindingRow = Record<(typeof FINDING_COLUMNS)[number], string | number>;

const listed = (values: Readonly<Record<string, string | number>>): string =>
  Object.entries(values)
    .map(([name, value]) => `${name} ${value}`)
    .join("; ");

/** One row for each answered or skipped stage, repeats included, in the order done. */
export function findingRows(state: ExamState, reading: Reading): FindingRow[] {
  const effective = new Set(reading.outcomes.map(({ run }) => run));
  return state.runs.flatMap((run) => {
    const outcomes = interpretRun(run, reading.settings, effectiveRuns(state.runs)).map(
      (outcome) => `${SOURCES[outcome.source].label}${outcome.side ? ` ${outcome.side}` : ""}: ${outcome.outcome}`,
    );
    return ladderOf(run)
      .rungs.filter(({ stage, record }) => isAnswered(stage, run) || record?.skipped)
      .map(({ stage, record }): FindingRow => {
        const force = record?.dose?.force ?? null;
        return {
          exam: state.id,
          person: state.opened?.body.person.number ?? "",
          test: protocolOf(run.test).name,
          tested_side: run.side ?? "",
          run: run.id,
          repeated: effective.has(run.id) ? "no" : "replaced by a later run",
          stage: stage.name,
          response: record?.response ?? (record?.skipped ? "skipped" : ""),
          answer: record?.answer ?? "",
          places: record?.places.map(placeLabel).join("; ") ?? "",
          intensity: record?.intensity ?? "",
          rest_intensity: run.rest?.intensity ?? "",
          force_newton: force ? Math.round(convertForce(force, "N") * 10) / 10 : "",
          force_kgf: force ? Math.round(convertForce(force, "kgf") * 10) / 10 : "",
          held_seconds: record?.dose?.seconds ?? "",
          thrusts: record?.dose?.thrusts ?? "",
          reactions: record?.reactions.join("; ") ?? "",
          qualities: record?.qualities.join("; ") ?? "",
          measures: listed(run.measures),
          signs: listed(run.signs),
          outcomes: outcomes.join("; "),
          remark: run.stopped ? `stopped: ${run.stopped.reason}` : (record?.skipped ?? ""),
          measured_with: Object.entries(run.measured)
            .map(([id, how]) => `${id}: ${measuredText(how)}`)
            .join("; "),
          reported: run.reports
            .filter((report) => report.stage === stage.id)
            .map(({ says, channel }) => (channel ? `${says} (${channel})` : says))
            .join("; "),
        };
      });
  });
}
