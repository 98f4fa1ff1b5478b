import {
  citationText,
  createDrawBook,
  describeVerdict,
  directionsFrom,
  type DrawBook,
  type EvidenceSet,
  examinedSources,
  type ExamState,
  firmnessOf,
  memberName,
  nextTests,
  ofHundred,
  readExam,
  rootLevels,
  sensitivityBand,
  type SourceReading,
  spreadOf,
} from "@/core";

function sourceJson(sourceReading: SourceReading, book: DrawBook): object {
  const { source, side, start, recipe, wording, rules, preferred } = sourceReading;
  const spread = sourceReading.figured ? spreadOf(recipe, wording.band, book) : null;
  return {
    source,
    side,
    family: sourceReading.family,
    examined: sourceReading.examined,
    readBy: sourceReading.figured ? "figures" : "sign",
    word: wording.word,
    firmness: firmnessOf(wording, spread),
    probability: sourceReading.probability,
    naive: sourceReading.naive,
    interval50: spread?.p50 ?? null,
    interval95: spread?.p95 ?? null,
    median: spread?.median ?? null,
    inWords: ofHundred(sourceReading.probability),
    band: sensitivityBand(recipe),
    start: {
      mean: start.mean,
      equivalentPeople: start.equivalentPeople,
      reason: start.reason,
      population: start.population,
      citation: start.citation ? citationText(start.citation) : null,
      standing: start.standing,
    },
    preferredRule: preferred?.rule.id ?? null,
    rules: rules.map((verdict) => ({
      rule: verdict.rule.id,
      label: verdict.rule.label,
      citation: citationText(verdict.rule.citation),
      standing: verdict.rule.standing,
      verdict: verdict.verdict,
      ratio: verdict.ratio,
      counter: describeVerdict(verdict),
      positive: verdict.positive,
      negative: verdict.negative,
      open: verdict.open,
      settled: verdict.settled,
      condition: verdict.condition,
      members: verdict.members.map(({ member, result, reason }) => ({
        name: memberName(member),
        standing: result,
        reason,
      })),
    })),
    steps: sourceReading.steps,
    listed: sourceReading.listings.map(({ outcome, why }) => ({
      test: outcome.test,
      testedSide: outcome.testedSide,
      outcome: outcome.outcome,
      why,
    })),
    against: sourceReading.against,
  };
}

/** The whole reading of an exam as plain data: outcomes, rules, probability, interval, word and what to test next. */
export function readingJson(state: ExamState, evidence: EvidenceSet): object {
  const reading = readExam(state, evidence);
  const book = createDrawBook(undefined, evidence);
  return {
    exam: state.id,
    evidence: evidence.version,
    settings: reading.settings,
    underAge: reading.underAge,
    outcomes: reading.outcomes.map(
      ({ test, testedSide, source, side, outcome, reason, note, doseMismatch, modified, bilateral }) => ({
        test,
        testedSide,
        source,
        side,
        outcome,
        reason,
        note,
        doseMismatch,
        modified,
        bilateral,
      }),
    ),
    /** What matters most first. */
    sources: examinedSources(reading).map((source) => sourceJson(source, book)),
    notExamined: reading.sources
      .filter(({ examined }) => !examined)
      .map(({ source, side, start }) => ({ source, side, start: start.mean })),
    rootLevels: rootLevels(state).map(({ side, level, explains, doesNotExplain, ruleMet }) => ({
      side,
      level: level.label,
      explains: explains.map(({ label }) => label),
      doesNotExplain: doesNotExplain.map(({ label }) => label),
      ruleMet,
    })),
    directions: directionsFrom(reading),
    next: nextTests(state, evidence),
  };
}
