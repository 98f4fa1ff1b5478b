import type { ExamState } from "@/core/exam/state";
import { CITATIONS } from "@/core/knowledge/citations";
import { RULES } from "@/core/knowledge/rules";
import { createDrawBook, spreadOf } from "@/core/reading/draws";
import { type FiguredReading, readExam } from "@/core/reading/reading";
import { describeVerdict } from "@/core/reading/rules";
import { firmness, ofHundred } from "@/core/reading/words";

function figuredJson(figured: FiguredReading, ratioLimit: number, book: ReturnType<typeof createDrawBook>): object {
  const { source, side, start, recipe, probability, naive, wording, rules, preferred, steps, listings, against } =
    figured;
  const spread = spreadOf(recipe, ratioLimit, wording.band, book);
  return {
    source,
    side,
    word: wording.word,
    firmness: wording.word === "not examined" ? null : firmness(spread.inBand),
    probability,
    naive,
    interval50: spread.p50,
    interval95: spread.p95,
    median: spread.median,
    inWords: ofHundred(probability),
    start: {
      mean: start.mean,
      equivalentPeople: start.equivalentPeople,
      reason: start.reason,
      population: start.population,
      citation: start.citation ? CITATIONS[start.citation] : null,
      standing: start.standing,
    },
    preferredRule: preferred?.rule.id ?? null,
    rules: rules.map((verdict) => ({
      rule: verdict.rule.id,
      verdict: verdict.verdict,
      counter: describeVerdict(verdict),
      positive: verdict.positive,
      negative: verdict.negative,
      open: verdict.open,
      settled: verdict.settled,
      condition: verdict.condition,
    })),
    steps,
    listed: listings.map(({ outcome, why }) => ({
      test: outcome.test,
      testedSide: outcome.testedSide,
      outcome: outcome.outcome,
      why,
    })),
    against,
  };
}

/** The whole reading of an exam as plain data: outcomes, rules, probability, interval and word. */
export function readingJson(state: ExamState): object {
  const reading = readExam(state);
  const book = createDrawBook();
  return {
    exam: state.id,
    settings: reading.settings,
    underAge: reading.underAge,
    outcomes: reading.outcomes.map(
      ({ test, testedSide, source, side, outcome, reason, doseMismatch, modified, bilateral }) => ({
        test,
        testedSide,
        source,
        side,
        outcome,
        reason,
        doseMismatch,
        modified,
        bilateral,
      }),
    ),
    sources: reading.figured.map((figured) => figuredJson(figured, reading.settings.ratioLimit, book)),
    signs: reading.signs.map(({ source, side, word, outcomes }) => ({
      source,
      side,
      word,
      tests: outcomes.map(({ test, outcome }) => ({ test, outcome })),
    })),
    ruleLabels: Object.fromEntries(
      RULES.map((rule) => [
        rule.id,
        { label: rule.label, citation: CITATIONS[rule.citation], standing: rule.standing },
      ]),
    ),
  };
}
