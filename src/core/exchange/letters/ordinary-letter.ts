import { NEURO_SCALES } from "../../knowledge";
import { examinedSources, type Reading, rootLevels, testLabel } from "../../reading";
import { type ChainHead, type ExamState, irritability, runsRead, sheetLabel } from "../../record";
import { describeRun } from "./describe-run";
import { leadLines } from "./lead";
import { safetyLines } from "./safety-section";
import {
  baselineLines,
  complaintLines,
  endLines,
  findingLines,
  type Note,
  personLine,
  readingSection,
  recordLine,
  rootLines,
  type Spreads,
  techniqueLines,
} from "./note";
import { type Reader, READERS } from "./letter-kinds";

/** Level, side, reflex and power, as they were found; nothing is said of what was not looked at. */
function deficits(state: ExamState): readonly string[] {
  if (state.neuro.length === 0) return ["Power, reflexes and touch were not recorded."];
  const order = ["power", "reflex", "touch", "pin", "upper-motor", "cranial"];
  const odd = state.neuro
    .filter(({ kind, value }) => value !== NEURO_SCALES[kind].normal)
    .toSorted((a, b) => order.indexOf(a.kind) - order.indexOf(b.kind))
    .map(({ kind, level, side, value, before }) => {
      const { label, steps } = NEURO_SCALES[kind];
      const said = steps.find((step) => step.value === value)?.label ?? String(value);
      return `${label}, ${level.toUpperCase()}${side ? ` ${side}` : ""}: ${said}${before === undefined ? "" : ` (last visit ${before})`}.`;
    });
  const levels = rootLevels(state).map(({ side, level }) => `${level.label} ${side} explains most of what was found.`);
  return [...levels, ...(odd.length ? odd : baselineLines(state))];
}

/** The signs that tell whether something changed: what came on at which angle, and what let go. */
const signsToRepeat = (state: ExamState): readonly string[] =>
  runsRead(state.runs).flatMap((run) => {
    const said = describeRun(run);
    return said ? [`${testLabel({ test: run.test, testedSide: run.side })}: ${said}.`] : [];
  });

function leading(state: ExamState, reading: Reading, reader: Reader): Note["sections"] {
  const lead = { heading: "In short", lines: leadLines(state, reading) };
  const safety = { heading: "Safety", lines: safetyLines(state) };
  const neuro = { heading: "Level, side, reflex, power", lines: deficits(state) };
  if (reader === "surgeon") return [lead, neuro, safety];
  if (reader === "doctor") return [lead, safety, neuro];
  const { level, reason } = irritability(state);
  return [
    lead,
    safety,
    { heading: "Irritability", lines: level ? [`${level}: ${reason}.`] : [] },
    { heading: "Signs to measure again", lines: signsToRepeat(state) },
    { heading: "Done so far", lines: techniqueLines(state) },
    neuro,
  ];
}

/**
 * A letter to the person's doctor, a surgeon or the next therapist: it leads
 * with what that reader needs, and says nothing that was not recorded or read.
 *
 * @param spreads intervals by source and side; without them none are printed
 * @example writeOrdinary(state, readExam(state), "surgeon", {}).sections[0].heading // "In short"
 */
export function writeOrdinary(
  state: ExamState,
  reading: Reading,
  reader: Reader,
  spreads: Spreads,
  end?: { readonly head: ChainHead; readonly anchor?: string | undefined },
): Note {
  const lead = leading(state, reading, reader);
  const leads = new Set(lead.map(({ heading }) => heading));
  const rest: Note["sections"] = [
    { heading: "Complaint", lines: complaintLines(state) },
    { heading: "Found", lines: leads.has("Signs to measure again") ? [] : findingLines(state, reading) },
    { heading: "Which root", lines: leads.has("Level, side, reflex, power") ? [] : rootLines(state) },
    { heading: "How it is read", lines: readingSection(examinedSources(reading), reading, spreads) },
    { heading: "Done between tests", lines: leads.has("Done so far") ? [] : techniqueLines(state) },
    { heading: "How it ended", lines: endLines(state) },
  ];
  const { signed, opened } = state;
  return {
    title: `Letter to ${READERS[reader]}: ${sheetLabel(state)}`,
    who: personLine(state),
    when: opened?.at.slice(0, 10) ?? "",
    sections: [...lead, ...rest].filter(({ lines }) => lines.length > 0),
    signature: [
      signed
        ? `${signed.body.name}${signed.body.registration ? ` (${signed.body.registration})` : ""}`
        : `From ${opened?.actor.name ?? ""}; not signed yet.`,
      ...(end ? [recordLine(end.head, end.anchor)] : []),
    ],
    footer: "Findings of a manual examination. They aid licensed judgement and local rules and do not replace them.",
  };
}
