import { ageAtExam } from "../guard/assess";
import { DEFAULT_READING_SETTINGS, type ReadingSettings } from "../exam/settings";
import type { ExamState, Run } from "../exam/state";
import { RULES } from "../knowledge/rules";
import { ADULT_AGE } from "../measurement/age";
import { type Side, SIDES } from "../vocabulary/sides";
import { type SourceId, SOURCES } from "../vocabulary/sources";
import { whatArguesAgainst } from "./against";
import { combine, evidenceSum, series, total, type Recipe } from "./combine";
import { effectiveRuns, interpretExam, type TestOutcome } from "./interpret";
import { assembleItems, type Listing } from "./items";
import { logit, probabilityOf } from "./odds";
import { judgeRule, type RuleVerdict } from "./rules";
import { sacroiliacStart, type Start } from "./starting";
import { type Step, stepsOf } from "./steps";
import { wordFor, type Wording } from "./words";

/** A source that figures speak about, on one side. */
export type FiguredReading = {
  readonly source: SourceId;
  readonly side: Side;
  readonly start: Start;
  readonly recipe: Recipe;
  readonly probability: number;
  /** The undiscounted product of every single figure. */
  readonly naive: number;
  readonly evidence: number;
  readonly wording: Wording;
  readonly steps: readonly Step[];
  readonly outcomes: readonly TestOutcome[];
  readonly listings: readonly Listing[];
  readonly rules: readonly RuleVerdict[];
  readonly preferred: RuleVerdict | null;
  readonly against: readonly string[];
};

/** What a source is read as by rule alone. */
export type SignWord = "suggested" | "not suggested" | "open" | "not shown by these tests, which miss some";

/** A source read by rule alone: no figure, so no probability. */
export type SignReading = {
  readonly source: SourceId;
  /** Null: a source without sides. */
  readonly side: Side | null;
  readonly word: SignWord;
  readonly outcomes: readonly TestOutcome[];
};

export type Reading = {
  readonly settings: ReadingSettings;
  readonly outcomes: readonly TestOutcome[];
  /** The sacroiliac joint, right then left. */
  readonly figured: readonly FiguredReading[];
  readonly signs: readonly SignReading[];
  /** Under 18: probabilities are greyed. */
  readonly underAge: boolean;
};

const FIGURED: SourceId = "sacroiliac";

/** What the single tests would give on their own, discounted as one group each. */
const singlesAlone = (assembled: ReturnType<typeof assembleItems>, dependence: number): number =>
  total(series(assembled.singles, dependence));

/** What repeated movements showed at the table; else what the complaint says of them. */
function centralises(state: ExamState, outcomes: readonly TestOutcome[]): ExamState["centralisation"] {
  const shown = outcomes.find(({ test, source }) => test === "repeated-movements" && source === "lumbar-disc")?.outcome;
  if (shown === "positive") return "yes";
  return shown === "negative" ? "no" : state.centralisation;
}

function readFigured(
  state: ExamState,
  side: Side,
  allOutcomes: readonly TestOutcome[],
  runs: readonly Run[],
  settings: ReadingSettings,
): FiguredReading {
  const outcomes = allOutcomes.filter((outcome) => outcome.source === FIGURED && outcome.side === side);
  const context = {
    centralises: centralises(state, allOutcomes),
    order: runs.filter((run) => run.side === null || run.side === side).map(({ test }) => test),
    runs,
    settings,
  };
  const rules = RULES.filter((rule) => rule.source === FIGURED).map((rule) => judgeRule(rule, side, outcomes, context));
  const chosen = rules.find(({ rule }) => rule.id === settings.preferredRule) ?? null;
  const preferred = chosen?.applies ? chosen : null;
  const start = sacroiliacStart(state, side, settings);
  const assembled = assembleItems(outcomes, preferred, settings);
  const recipe: Recipe = {
    start: { id: start.id, mean: start.mean, equivalentPeople: start.equivalentPeople },
    groups: assembled.groups,
    dependence: settings.dependence,
  };
  const probability = combine(recipe);
  const evidence = evidenceSum(recipe);
  const startLogOdds = logit(start.mean);
  const done = outcomes.some(({ outcome }) => outcome !== "not tested");
  const wording: Wording = done
    ? wordFor(
        { probability, start: start.mean, evidence, neverUnlikely: "neverUnlikely" in SOURCES[FIGURED] },
        settings,
      )
    : { word: "not examined", band: [0, 1] };
  const singlesOnly = singlesAlone(assembled, settings.dependence);
  return {
    source: FIGURED,
    side,
    start,
    recipe,
    probability,
    naive: probabilityOf(startLogOdds + assembled.singles.reduce((sum, item) => sum + item.value, 0)),
    evidence,
    wording,
    steps: stepsOf(recipe, preferred, assembled.figures),
    outcomes,
    listings: assembled.listings,
    rules,
    preferred,
    against: done
      ? whatArguesAgainst({
          state,
          side,
          outcomes,
          allOutcomes,
          assembled,
          evidence,
          preferred,
          rules,
          startLogOdds,
          singlesOnly,
        })
      : [],
  };
}

/** One positive suggests; only negatives do not; what is equivocal alone stays open. */
function signWord(source: SourceId, outcomes: readonly TestOutcome[]): SignWord {
  if (outcomes.some(({ outcome }) => outcome === "positive")) return "suggested";
  if (outcomes.every(({ outcome }) => outcome === "negative"))
    return "neverUnlikely" in SOURCES[source] ? "not shown by these tests, which miss some" : "not suggested";
  return "open";
}

/** Sources that any test spoke about without a figure; right before left. */
function readSigns(outcomes: readonly TestOutcome[]): SignReading[] {
  const spoken = outcomes.filter(({ source, outcome }) => source !== FIGURED && outcome !== "not tested");
  const sources = [...new Set(spoken.map(({ source }) => source))];
  const signs = sources.flatMap((source) =>
    [null, ...SIDES].flatMap((side): SignReading[] => {
      const own = spoken.filter((outcome) => outcome.source === source && outcome.side === side);
      return own.length ? [{ source, side, word: signWord(source, own), outcomes: own }] : [];
    }),
  );
  return signs.toSorted((a, b) => Number(b.word === "suggested") - Number(a.word === "suggested"));
}

/**
 * The reading of an exam: a pure function of its state and of the knowledge
 * that ships. Probabilities are point values; `spreadOf` gives their intervals.
 *
 * @example readExam(fiveTestMetOnTheRight).figured[0]?.probability // 0.5724
 */
export function readExam(state: ExamState): Reading {
  const settings = state.settings ?? DEFAULT_READING_SETTINGS;
  const runs = effectiveRuns(state.runs);
  const outcomes = interpretExam(state.runs, settings);
  const age = ageAtExam(state);
  return {
    settings,
    outcomes,
    figured: SIDES.map((side) => readFigured(state, side, outcomes, runs, settings)),
    signs: readSigns(outcomes),
    underAge: age !== null && age < ADULT_AGE,
  };
}
