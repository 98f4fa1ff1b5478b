import { evidenceOf, type EvidenceSet, sourcesWithFigures } from "../evidence";
import type { ExamState, ReadingSettings } from "../record";
import { type Family, type Side, SOURCE_IDS, type SourceId, SOURCES } from "../vocabulary";
import { whatArguesAgainst } from "./against";
import { combine, evidenceSum, type Item, itemValue, type Recipe, series, total } from "./combine";
import { contextOf, type ReadingContext, sourceKey, type Supposed } from "./context";
import { wordAtEnd } from "./ended-short";
import type { TestOutcome } from "./interpret";
import { type Assembled, assembleItems, type Listing } from "./items";
import { logit, probabilityOf } from "./odds";
import { type JudgedRules, judgedRules, sidesOf, sourcesRead } from "./preferred";
import type { RuleVerdict } from "./rules";
import { type Start, startOf } from "./starting";
import { type Step, stepsOf } from "./steps";
import { type Wording, wordFor } from "./words";

/** One source on one side: by figures where there are any, else by sign. */
export type SourceReading = {
  readonly source: SourceId;
  /** Null: a source without sides. */
  readonly side: Side | null;
  readonly family: Family;
  /** False: nothing done that speaks about it. */
  readonly examined: boolean;
  /** False: nothing that was found has a figure, so it is read by sign and the probability has not moved. */
  readonly figured: boolean;
  readonly start: Start;
  readonly recipe: Recipe;
  readonly probability: number;
  /** The undiscounted product of every single figure. */
  readonly naive: number;
  /** The evidence's sum in natural log-odds. */
  readonly logOddsShift: number;
  readonly wording: Wording;
  readonly steps: readonly Step[];
  readonly outcomes: readonly TestOutcome[];
  readonly listings: readonly Listing[];
  readonly rules: readonly RuleVerdict[];
  readonly preferred: RuleVerdict | null;
  readonly against: readonly string[];
};

export type Reading = {
  readonly settings: ReadingSettings;
  readonly evidence: EvidenceSet;
  readonly outcomes: readonly TestOutcome[];
  /** Every source with figures and every source examined, right before left. */
  readonly sources: readonly SourceReading[];
  /** Under 18: every figure comes from adults, so nothing is figured. */
  readonly underAge: boolean;
};

/** Does anything in the recipe move the answer, or has a rule come to its figure? */
const moves = (groups: readonly (readonly Item[])[], recipe: Recipe): boolean =>
  groups.some((items) => items.some((item) => itemValue(item, recipe) !== 0));

/** One positive suggests; only negatives do not; what is equivocal alone stays open. */
function signWord(source: SourceId, outcomes: readonly TestOutcome[]): Wording {
  const word = outcomes.some(({ outcome }) => outcome === "positive")
    ? "suggested"
    : outcomes.length > 0 && outcomes.every(({ outcome }) => outcome === "negative")
      ? "neverUnlikely" in SOURCES[source]
        ? "not shown by these tests, which miss some"
        : "not suggested"
      : "open";
  return { word, band: [0, 1] };
}

const startingAt = (start: Start, mean: number | undefined): Start =>
  mean === undefined ? start : { ...start, id: `${start.source}.supposed`, mean, reason: "supposed" };

const recipeOf = (start: Start, assembled: Assembled, settings: ReadingSettings): Recipe => ({
  start: { id: start.id, mean: start.mean, equivalentPeople: start.equivalentPeople },
  groups: assembled.groups,
  dependence: settings.dependence,
  memberWeight: settings.memberWeight ?? 0,
  ratioLimit: settings.ratioLimit,
  ...(settings.groupDependence ? { dependenceOf: settings.groupDependence } : {}),
});

type Reckoned = JudgedRules & {
  readonly start: Start;
  readonly assembled: Assembled;
  readonly recipe: Recipe;
};

/** Everything a probability is made from; the words and reasons around it come after. */
function reckon(context: ReadingContext, source: SourceId, side: Side | null, onlyPreferred: boolean): Reckoned {
  const { state, settings, evidence } = context;
  const judged = judgedRules(context, source, side, onlyPreferred);
  const { outcomes, examined, preferred } = judged;
  const start = startingAt(startOf(state, source, side, settings, evidence), context.starts[sourceKey(source, side)]);
  const assembled = assembleItems(outcomes, examined ? preferred : null, context);
  return { ...judged, start, assembled, recipe: recipeOf(start, assembled, settings) };
}

/** Where a source starts, before anything that was found. */
export const startIn = (context: ReadingContext, source: SourceId, side: Side | null): Start =>
  startingAt(
    startOf(context.state, source, side, context.settings, context.evidence),
    context.starts[sourceKey(source, side)],
  );

/**
 * The probability alone, for comparing what one more result would do.
 *
 * @example probabilityIn(contextOf(fiveTestMetState), "sacroiliac", "right") // 0.6191
 */
export const probabilityIn = (context: ReadingContext, source: SourceId, side: Side | null): number =>
  combine(reckon(context, source, side, true).recipe);

/**
 * The reading of one source on one side.
 *
 * @param side null for a source without sides
 * @example readSource(contextOf(fiveTestMetState), "sacroiliac", "right").probability // 0.6191
 */
export function readSource(context: ReadingContext, source: SourceId, side: Side | null): SourceReading {
  const { state, settings } = context;
  const { outcomes, spoken, rules, preferred, examined, start, assembled, recipe } = reckon(
    context,
    source,
    side,
    false,
  );
  const figured = examined && moves(assembled.groups, recipe);
  const evidence = evidenceSum(recipe);
  const startLogOdds = logit(start.mean);
  const probability = combine(recipe);
  const neverUnlikely = "neverUnlikely" in SOURCES[source];
  const found: Wording = !examined
    ? { word: "not examined", band: [0, 1] }
    : figured
      ? wordFor({ probability, start: start.mean, evidence, neverUnlikely }, settings)
      : signWord(source, spoken);
  const { wording, said } = wordAtEnd(found, { state, source, outcomes, preferred });
  return {
    source,
    side,
    family: SOURCES[source].family,
    examined,
    figured,
    start,
    recipe,
    probability,
    naive: probabilityOf(startLogOdds + assembled.singles.reduce((sum, item) => sum + item.value, 0)),
    logOddsShift: evidence,
    wording,
    steps: stepsOf(recipe, preferred, assembled.figures),
    outcomes,
    listings: assembled.listings,
    rules,
    preferred,
    against: examined
      ? [
          ...(said ? [said] : []),
          ...whatArguesAgainst({
            state,
            source,
            side,
            outcomes: spoken,
            allOutcomes: context.outcomes,
            assembled,
            evidence,
            preferred,
            rules,
            ofChronicPain:
              start.chronic === true ||
              preferred?.rule.chronic === true ||
              [...assembled.figures.values()].some(({ record }) => record.chronic),
            startLogOdds,
            singlesOnly: total(series(assembled.singles, settings.dependence)),
          }),
        ]
      : [],
  };
}

/** A source that nothing done speaks about: where it starts, and no more. */
function unexamined(context: ReadingContext, source: SourceId, side: Side | null): SourceReading {
  const { state, settings, evidence } = context;
  const start = startingAt(startOf(state, source, side, settings, evidence), context.starts[sourceKey(source, side)]);
  return {
    source,
    side,
    family: SOURCES[source].family,
    examined: false,
    figured: false,
    start,
    recipe: recipeOf(start, NOTHING, settings),
    probability: start.mean,
    naive: start.mean,
    logOddsShift: 0,
    wording: { word: "not examined", band: [0, 1] },
    steps: [],
    outcomes: [],
    listings: [],
    rules: [],
    preferred: null,
    against: [],
  };
}

const NOTHING: Assembled = { groups: [], singles: [], figures: new Map(), listings: [] };

/**
 * The reading of an exam: a pure function of its state and of a version of the
 * evidence. Probabilities are point values; `spreadOf` gives their intervals.
 *
 * @param supposed what to read with instead of what was recorded, for what-if
 * @example sourceIn(readExam(fiveTestMetState), "sacroiliac", "right").probability // 0.6191
 */
export function readExam(
  state: ExamState,
  evidence: EvidenceSet = evidenceOf(state),
  supposed: Supposed = {},
): Reading {
  const context = contextOf(state, evidence, supposed);
  const read = sourcesRead(context);
  const figured = new Set(sourcesWithFigures(evidence));
  return {
    settings: context.settings,
    evidence,
    outcomes: context.outcomes,
    sources: SOURCE_IDS.filter((source) => read.has(source) || figured.has(source)).flatMap((source) =>
      sidesOf(source).map((side) =>
        read.has(source) ? readSource(context, source, side) : unexamined(context, source, side),
      ),
    ),
    underAge: context.underAge,
  };
}

/**
 * One source's reading on one side.
 *
 * @throws when the source has no figures and nothing was done that speaks about it
 */
export function sourceIn(reading: Reading, source: SourceId, side: Side | null): SourceReading {
  const sourceReading = reading.sources.find((candidate) => candidate.source === source && candidate.side === side);
  if (!sourceReading) throw new Error(`${sourceKey(source, side)} is not in this reading`);
  return sourceReading;
}
