import { protocolOf } from "../../knowledge";
import { formatted, nodScore, trueLumbar } from "../../measurement";
import { kindOf, ladderOf, measuredText, type Run, type Rung } from "../../record";
import { placeLabel, RESPONSE_LABELS } from "../../vocabulary";

/** A stage's answer in words: its effect or option. */
export function answerText({ stage, record }: Rung): string {
  const answer = record?.answer;
  if (!answer) return "";
  return stage.options?.find(({ id }) => id === answer)?.label ?? answer;
}

const numbersOf = ({ test, measures, measured }: Run): string[] =>
  protocolOf(test).measures.flatMap((measure) => {
    const [value, how] = [measures[measure.id], measured[measure.id]];
    if (value === undefined) return [];
    return [`${measure.label.toLowerCase()} ${formatted(measure, value)}${how ? ` (${measuredText(how)})` : ""}`];
  });

/** What follows from the numbers: true lumbar movement, and the nod's score and index. */
function reckonedFrom({ test, measures, stages }: Run): string[] {
  if (test === "lumbar-range")
    return ["flexion", "extension", "bend-right", "bend-left"].flatMap((way) => {
      const [t12, s1] = [measures[`${way}-t12`], measures[`${way}-s1`]];
      return t12 === undefined || s1 === undefined
        ? []
        : [`true lumbar ${way.replace("-", " ")} ${trueLumbar(t12, s1)}°`];
    });
  if (test !== "craniocervical-flexion") return [];
  const levels = Object.fromEntries(
    [22, 24, 26, 28, 30].map((mmHg) => [mmHg, stages[`mmhg-${mmHg}`]?.answer ?? undefined]),
  );
  const { score, index, skipped } = nodScore(levels, measures["good-holds"] ?? null);
  return [
    `activation score ${score}`,
    ...(index === null ? [] : [`performance index ${index}`]),
    ...(skipped.length ? [`${skipped.join(", ")} mmHg skipped`] : []),
  ];
}

const signsOf = ({ test, signs }: Run): string[] =>
  protocolOf(test).signs.flatMap(({ id, label, options }) =>
    signs[id] === undefined
      ? []
      : [`${label.toLowerCase()}: ${options.find((option) => option.id === signs[id])?.label ?? signs[id]}`],
  );

/**
 * What one run brought on, in a few words: the response and its stage, where,
 * how bad, what the letting go did, numbers and signs. Empty when the run is
 * clear throughout and nothing else was noted.
 *
 * @example describeRun(slumpRight)
 * // "their familiar symptom at straighten knee, right posterior calf; head up: less; head down again: it comes back"
 */
export function describeRun(run: Run): string {
  const { rungs } = ladderOf(run);
  const brought = rungs.filter(({ record }) => record?.response);
  const loudest =
    brought.find(({ record }) => record?.response === "familiar") ??
    brought.find(({ record }) => record?.response === "other") ??
    brought.find(({ record }) => record?.response === "stretch");
  const parts: string[] = [];
  if (loudest?.record?.response) {
    const { record, stage } = loudest;
    const onset =
      rungs.filter((rung) => kindOf(rung.stage) === "provoke").length > 1 ? ` at ${stage.name.toLowerCase()}` : "";
    const where = record.places.length ? `, ${record.places.map(placeLabel).join(", ")}` : "";
    const feels = record.qualities.length ? `, ${record.qualities.join(" and ")}` : "";
    const bad = record.intensity === null ? "" : `, ${record.intensity} of 10`;
    parts.push(`${RESPONSE_LABELS[record.response!]}${onset}${where}${feels}${bad}`);
  }
  parts.push(
    ...rungs.flatMap(({ record, stage }) =>
      record?.position
        ? [
            `${stage.name.toLowerCase()}, position alone: ${RESPONSE_LABELS[record.position.response]}${record.position.response === "familiar" ? ", not pressed" : ""}`,
          ]
        : [],
    ),
    ...rungs
      .filter(({ record }) => record?.answer)
      .map((rung) => `${rung.stage.name.toLowerCase()}: ${answerText(rung)}`),
    ...rungs.filter(({ status }) => status === "skipped").map(({ stage }) => `${stage.name.toLowerCase()} left out`),
    ...numbersOf(run),
    ...reckonedFrom(run),
    ...signsOf(run),
    ...(run.soreness
      ? [
          `sore afterwards ${run.soreness.intensity} of 10${run.soreness.minutes ? `, settled in ${run.soreness.minutes} min` : ""}`,
        ]
      : []),
  );
  return parts.join("; ");
}

/** Whether anything was answered, measured or noted in it. */
export const holdsAnything = (run: Run): boolean =>
  describeRun(run) !== "" || ladderOf(run).rungs.some(({ record }) => record?.response);
