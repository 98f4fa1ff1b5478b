import type { Measure } from "../../measurement";
import type { LoadId, SiteId } from "../../vocabulary";
import type {
  Condition,
  FeltCondition,
  Option,
  ReadingLine,
  School,
  Sign,
  SourceInterpretation,
  SpokenSides,
  Stage,
  StageLoad,
} from "./types";

/** The words the catalogue's families are written in. */

/** An error of measuring for which no source is at hand, taken as that of one day. */
export const NO_SOURCE = { citation: null, apart: "same day" } as const;

/** How far a hip turns inwards: one number of several tests. */
export const HIP_INWARDS = {
  id: "rotation",
  label: "Inward rotation",
  unit: "°",
  range: [0, 80],
  expected: [35, 40],
  mdc: 8,
  mdcFrom: NO_SOURCE,
} as const satisfies Measure;

export const person = (...loads: LoadId[]): StageLoad[] => loads.map((load) => ({ load, on: "person" }));
export const tested = (...loads: LoadId[]): StageLoad[] => loads.map((load) => ({ load, on: "tested side" }));
export const other = (...loads: LoadId[]): StageLoad[] => loads.map((load) => ({ load, on: "other side" }));

export const IS_IT_YOURS = "Does that bring on your pain? The one you came with? Where?";
/** A position that is asked about by itself, and then the press in it. */
export const POSITION_THEN_PRESS =
  "First the position: is that all right? Now I press: does that bring on your pain? Where?";
export const WHAT_CHANGES = "And now: is it gone, less, the same, or worse?";

type StageParts = Partial<Omit<Stage, "id" | "name" | "instruction">>;

/** A stage that asks for one of the four responses. */
export const provoke = (
  id: string,
  name: string,
  instruction: string,
  loads: readonly StageLoad[],
  parts: StageParts = {},
): Stage => ({
  id,
  name,
  instruction,
  question: IS_IT_YOURS,
  dose: {},
  loads,
  ...parts,
  ...(parts.question === POSITION_THEN_PRESS ? { pressed: true as const } : {}),
});

/** A differentiating step: load is taken off, or added, far from the symptom. */
export const release = (id: string, name: string, instruction: string, parts: StageParts = {}): Stage => ({
  id,
  name,
  instruction,
  question: WHAT_CHANGES,
  dose: {},
  loads: person("touch"),
  kind: "release",
  ...parts,
});

/** Load taken off a symptom that is there. */
export const relief = (
  id: string,
  name: string,
  instruction: string,
  loads: readonly StageLoad[],
  parts: StageParts = {},
): Stage => ({ id, name, instruction, question: WHAT_CHANGES, dose: {}, loads, kind: "relief", ...parts });

/** A stage answered by what is seen, felt or reported. */
export const observe = (
  id: string,
  name: string,
  instruction: string,
  question: string,
  options: readonly Option[],
  loads: readonly StageLoad[],
  parts: StageParts = {},
): Stage => ({ id, name, instruction, question, dose: {}, loads, kind: "observe", options, ...parts });

/** A stage that is answered with numbers alone. */
export const measured = (
  id: string,
  name: string,
  instruction: string,
  question: string,
  measures: readonly string[],
  loads: readonly StageLoad[],
  parts: StageParts = {},
): Stage => ({ id, name, instruction, question, dose: {}, loads, kind: "measure", measures, ...parts });

export const option = (id: string, label: string = id.replaceAll("-", " ")): Option => ({ id, label });

/** The default stands first. */
export const school = (
  id: string,
  label: string,
  kind: School["kind"],
  ...options: readonly [id: string, label: string, reason: string][]
): School => ({
  id,
  label,
  kind,
  defaultOption: options[0]![0],
  options: options.map(([name, said, reason]) => ({ id: name, label: said, reason })),
});

export const END_FEEL: Sign = {
  id: "end-feel",
  label: "End feel",
  options: [option("soft"), option("firm"), option("hard"), option("empty"), option("spasm")],
};
/** A stretch that is not theirs and yet changes with the head or neck: compared between the sides, and read by nothing. */
export const STRETCH_BY_NECK: Sign = {
  id: "stretch-by-neck",
  label: "A stretch only, with head or neck moved",
  since: 3,
  options: [option("changed", "changes: mechanosensitive"), option("same", "does not change")],
};
export const PAIN_RESISTANCE: Sign = {
  id: "pain-resistance",
  label: "Pain and resistance",
  options: [
    option("pain-first", "pain first (acute)"),
    option("together", "together (subacute)"),
    option("resistance-first", "resistance first (chronic)"),
  ],
};

/** An angle with its onset and its end, the onset never beyond the end. */
export const onsetAndEnd = (
  label: string,
  range: readonly [number, number],
  parts: Partial<Omit<Measure, "id" | "label" | "unit" | "range">>,
): readonly Measure[] => [
  { id: "onset", label: `${label} at onset`, unit: "°", range, upTo: "end", ...parts },
  { id: "end", label: `${label} at end of range`, unit: "°", range, ...parts },
];

export const felt = (...sites: readonly SiteId[]): FeltCondition => ({ sites, side: "same side" });
export const feltOrCentral = (...sites: readonly SiteId[]): FeltCondition => ({ sites, side: "same side or central" });
export const feltAnySide = (...sites: readonly SiteId[]): FeltCondition => ({ sites, side: "any side" });
export const feltOther = (...sites: readonly SiteId[]): FeltCondition => ({ sites, side: "other side" });
export const ON_THIS_SIDE: FeltCondition = { sites: "anywhere", side: "same side or central" };

export const line = (
  condition: Condition,
  outcome: ReadingLine["outcome"],
  reason: string,
  note?: string,
): ReadingLine => ({
  ...condition,
  outcome,
  reason,
  ...(note === undefined ? {} : { note }),
});
export const positive = (condition: Condition, reason: string, note?: string) =>
  line(condition, "positive", reason, note);
export const negative = (condition: Condition, reason: string, note?: string) =>
  line(condition, "negative", reason, note);
export const equivocal = (condition: Condition, reason: string, note?: string) =>
  line(condition, "equivocal", reason, note);
/** Their symptom, and the step that tells the tissues apart was not done. */
export const undifferentiated = (condition: Condition, reason: string): ReadingLine => ({
  ...equivocal(condition, reason),
  differentiated: false,
});
/** A line that says as well where treatment may begin. */
export const pointing = (line: ReadingLine, direction: string): ReadingLine => ({ ...line, direction });
export const cannotTell = (condition: Condition, reason: string) => line(condition, "not interpretable", reason);

/** Whatever is not their own symptom is negative, however strong. */
export const CLEAR: readonly ReadingLine[] = [
  negative({ when: "nothing" }, "nothing was brought on"),
  negative({ when: "stretch" }, "stretch or pressure only: not their symptom"),
  negative({ when: "other" }, "a pain that is not theirs, however strong"),
  negative({ when: "not reproduced" }, "no more than at rest, and no further spread"),
];

/** The rest of what a familiar symptom can be: on this side but elsewhere, or only on the other. */
export const elsewhere = (because: string): readonly ReadingLine[] => [
  negative({ when: "reproduced", felt: ON_THIS_SIDE }, because),
  negative({ when: "reproduced" }, "their symptom, but only on the other side"),
];

export const reading = (
  source: SourceInterpretation["source"],
  sides: SpokenSides,
  lines: readonly ReadingLine[],
  parts: Partial<SourceInterpretation> = {},
): SourceInterpretation => ({ source, sides, lines, ...parts });

/** A source this test can point to, and never speaks against. */
export const pointsTo = (
  source: SourceInterpretation["source"],
  sides: SpokenSides,
  ...lines: readonly ReadingLine[]
): SourceInterpretation => ({ source, sides, lines, pointsOnly: true });

export const STOP_RULE =
  "Stop at the first stage that brings on their own symptom, at any new tingling, numbness or weakness, and whenever they ask.";
