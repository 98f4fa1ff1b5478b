import {
  citationText,
  createDrawBook,
  describeVerdict,
  directionsFrom,
  type DrawBook,
  type EvidenceSet,
  examinedSources,
  type ExamState,
  firmness,
  memberName,
  nextTests,
  ofHundred,
  readExam,
  rootLevels,
  sensitivityBand,
  type SourceReading,
  spreadOf,
} from "@/core";

function sourceJson(one: SourceReading, ratioLimit: number, book: DrawBook): object {
  const { source, side, start, recipe, wording, rules, preferred } = one;
  const spread = one.figured ? spreadOf(recipe, ratioLimit, wording.band, book) : null;
  return {
    source,
    side,
    family: one.family,
    examined: one.examined,
    readBy: one.figured ? "figures" : "sign",
    word: wording.word,
    firmness: spread ? firmness(spread.inBand) : null,
    probability: one.probability,
    naive: one.naive,
    interval50: spread?.p50 ?? null,
    interval95: spread?.p95 ?? null,
    median: spread?.median ?? null,
    inWords: ofHundred(one.probability),
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
      members: verdict.members.map(({ member, result: standing, reason }) => ({
        name: memberName(member),
        standing,
        reason,
      })),
    })),
    steps: one.steps,
    listed: one.listings.map(({ outcome, why }) => ({
      test: outcome.test,
      testedSide: outcome.testedSide,
      outcome: outcome.outcome,
      why,
    })),
    against: one.against,
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
    sources: examinedSources(reading).map((one) => sourceJson(one, reading.settings.ratioLimit, book)),
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
