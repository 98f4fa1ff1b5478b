import { ageAtExam } from "../guard/assess";
import { DEFAULT_READING_SETTINGS, type ReadingSettings } from "../exam/settings";
import type { ExamState } from "../exam/state";
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

/** A source read by rule alone: no figure, so no probability. */
export type SignReading = {
  readonly source: SourceId;
  readonly side: Side;
  readonly word: "suggested" | "not suggested";
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

function readFigured(
  state: ExamState,
  side: Side,
  allOutcomes: readonly TestOutcome[],
  settings: ReadingSettings,
): FiguredReading {
  const outcomes = allOutcomes.filter((outcome) => outcome.source === FIGURED && outcome.side === side);
  const context = {
    centralises: state.centralisation,
    order: effectiveRuns(state.runs)
      .filter((run) => run.side === null || run.side === side)
      .map(({ test }) => test),
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

/** Sources that any test spoke about without a figure, right before left. */
function readSigns(outcomes: readonly TestOutcome[]): SignReading[] {
  const sources = [...new Set(outcomes.map(({ source }) => source))].filter((source) => source !== FIGURED);
  return sources.flatMap((source) =>
    SIDES.flatMap((side): SignReading[] => {
      const spoken = outcomes.filter(
        (outcome) => outcome.source === source && outcome.side === side && outcome.outcome !== "not tested",
      );
      if (spoken.length === 0) return [];
      const word = spoken.some(({ outcome }) => outcome === "positive") ? "suggested" : "not suggested";
      return [{ source, side, word, outcomes: spoken }];
    }),
  );
}

/**
 * The reading of an exam: a pure function of its state and of the knowledge
 * that ships. Probabilities are point values; `spreadOf` gives their intervals.
 *
 * @example readExam(fiveTestMetOnTheRight).figured[0]?.probability // 0.5724
 */
export function readExam(state: ExamState): Reading {
  const settings = state.settings ?? DEFAULT_READING_SETTINGS;
  const outcomes = interpretExam(state.runs, settings);
  const age = ageAtExam(state);
  return {
    settings,
    outcomes,
    figured: SIDES.map((side) => readFigured(state, side, outcomes, settings)),
    signs: readSigns(outcomes),
    underAge: age !== null && age < ADULT_AGE,
  };
}
