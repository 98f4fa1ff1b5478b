import {
  accuracyOf,
  combine,
  createDrawBook,
  type DrawBook,
  type EvidenceSet,
  limitedRatio,
  type Recipe,
  type RuleItem,
  seeded,
  FIRST_EVIDENCE,
  spreadOf,
} from "@/core";
import {
  bits,
  chanceOfPattern,
  type CorrelationOf,
  makeWorld,
  type Ratios,
  type SimulatedTest,
  singleItems,
  study,
  trueChance,
  type World,
} from "./simulate";

/**
 * A settled rule and its tests, in people whose tests hang together more or less,
 * with figures from finite studies that may not fit them.
 */

const CORRELATIONS = [0, 0.2, 0.4, 0.6, 0.8] as const;
const PREVALENCES = [0.1, 0.25, 0.5] as const;
const SIZES = [2, 4, 6] as const;
/** What does not fit these people: nothing, the rule's study, or the single tests' study. */
const MISFITS = ["none", "rule", "singles"] as const;
/** People with and without the source in the studies that the figures come from. */
const STUDIES = [
  [16, 32],
  [48, 96],
] as const;
const PEOPLE = 30;
const DRAWS = 600;
const LIMIT = 10;

/** The six sacroiliac tests with their people, as they first shipped: their figures are the simulated people's. */
export const SINGLES = FIRST_EVIDENCE.records.filter(({ citation, counts }) => citation === "laslett-2005" && counts);
export const TESTS: readonly SimulatedTest[] = SINGLES.map(({ id, counts }) => {
  const { sensitivity, specificity } = accuracyOf(counts!);
  return { id, sensitivity, specificity };
});

/** A study made in people in whom the tests do worse by this much. */
const worse = (tests: readonly SimulatedTest[], by: number): SimulatedTest[] =>
  tests.map((test) => ({
    ...test,
    sensitivity: Math.max(0.05, test.sensitivity - by),
    specificity: Math.max(0.05, test.specificity - by),
  }));

/** Counts of a rule of k in a study of so many people with the source and without. */
function ruleCounts(world: World, k: number, [yes, no]: readonly [number, number], seed: string) {
  const isMet = (pattern: number) => bits(pattern, world.tests.length).filter(Boolean).length >= k;
  const share = (chances: Float64Array) =>
    chances.reduce((sum, chance, pattern) => sum + (isMet(pattern) ? chance : 0), 0);
  const random = seeded(seed);
  const met = (people: number, chance: number) =>
    Array.from({ length: people }, random).filter((at) => at < chance).length;
  const [tp, fp] = [met(yes, share(world.withSource)), met(no, share(world.without))];
  return { tp, fn: yes - tp, fp, tn: no - fp };
}

type Method = {
  readonly name: string;
  readonly memberWeight: number;
  readonly drawn: boolean;
  readonly rule: boolean;
  readonly dependence: number;
  /** As figures are drawn now, and a rule counted, by default. */
  readonly today?: true;
};
const METHODS: readonly Method[] = [
  { name: "as shipped before (the rule once settled)", memberWeight: 0, drawn: false, rule: true, dependence: 0.5 },
  { name: "half hold, ρ drawn", memberWeight: 0.5, drawn: true, rule: true, dependence: 0.5 },
  {
    name: "half hold, ρ drawn, weak prior, rule at most 10 (today)",
    memberWeight: 0.5,
    drawn: true,
    rule: true,
    dependence: 0.5,
    today: true,
  },
  { name: "naive product", memberWeight: 0, drawn: false, rule: false, dependence: 0 },
];

export type HonestRow = {
  readonly name: string;
  readonly correlation: number | null;
  readonly brier: number;
  readonly log: number;
  readonly p95: number;
};

/** How hard the people are on the method. */
export type Trial = { readonly of: CorrelationOf; readonly misfit: number };

/** The table's own trial: the correlation as it lies behind the results, and figures that miss by five in a hundred. */
export const TRIAL: Trial = { of: "what lies behind them", misfit: 0.05 };

/** Harder ones, of which the averages are told. */
export const HARDER: readonly Trial[] = [
  { of: "what lies behind them", misfit: 0.1 },
  { of: "results", misfit: 0.1 },
];

/** Brier and log score over all patterns, and how often the 95 % interval holds the truth. */
export function honest({ of: kind, misfit: by }: Trial = TRIAL): HonestRow[] {
  const scores = METHODS.map(() => CORRELATIONS.map(() => ({ brier: 0, log: 0, settings: 0, held: 0, asked: 0 })));
  for (const [at, correlation] of CORRELATIONS.entries())
    for (const prevalence of PREVALENCES)
      for (const size of SIZES) {
        const tests = TESTS.slice(0, size);
        const world = makeWorld(tests, prevalence, correlation, kind);
        const other = makeWorld(worse(tests, by), prevalence, correlation, kind);
        const k = Math.ceil(size / 2);
        for (const misfit of MISFITS)
          for (const [yes, no] of STUDIES) {
            const seed = `${correlation} ${prevalence} ${size} ${misfit} ${yes}`;
            const counts = study(misfit === "singles" ? other : world, yes, no, seed);
            const shipped = FIRST_EVIDENCE.rules.find(({ id }) => id === "si-six-test")!;
            const rule = {
              ...shipped,
              id: "own.rule",
              members: shipped.members.slice(0, size),
              figures: {
                kind: "k of n" as const,
                k,
                counts: ruleCounts(misfit === "rule" ? other : world, k, [yes, no], `${seed} rule`),
              },
            };
            const evidence: EvidenceSet = {
              ...FIRST_EVIDENCE,
              version: seed,
              records: counts.map((one, test) => ({ ...SINGLES[test]!, id: `own.${test}`, counts: one })),
              rules: [rule],
            };
            const book = createDrawBook(DRAWS, evidence);
            const bookToday = createDrawBook(DRAWS, { ...evidence, drawn: "with a weak prior" });
            const fixed: DrawBook = { ...book, weights: () => null };
            const start = { id: seed, mean: prevalence, equivalentPeople: 20 };
            const ratios = counts
              .map(accuracyOf)
              .map(({ lrPositive, lrNegative }): Ratios => ({ positive: lrPositive, negative: lrNegative }));
            const ofRule = accuracyOf(rule.figures.counts);
            const recipe = (pattern: number, method: Method): Recipe => {
              const results = bits(pattern, size);
              const items = singleItems(pattern, ratios, LIMIT);
              const met = results.filter(Boolean).length >= k;
              const ratio = met ? ofRule.lrPositive : ofRule.lrNegative;
              const bound = {
                value: limitedRatio(ratio, { ruleRatioLimit: method.today ? LIMIT : undefined }),
                entry: met ? 1 : 0,
              };
              const item: RuleItem = {
                kind: "rule",
                id: rule.id,
                group: "sacroiliac-provocation",
                memberGroups: [items],
                share: 1,
                begun: true,
                low: bound,
                high: bound,
              };
              return {
                start,
                groups: [method.rule ? [item] : items],
                dependence: method.dependence,
                memberWeight: method.memberWeight,
                ratioLimit: LIMIT,
              };
            };
            const random = seeded(`${seed} people`);
            const patterns = Array.from({ length: 2 ** size }, (_, pattern) => pattern);
            const people = Array.from({ length: PEOPLE }, () => {
              let left = random();
              return patterns.find((pattern) => (left -= chanceOfPattern(world, pattern)) < 0) ?? patterns.length - 1;
            });
            METHODS.forEach((method, which) => {
              const score = scores[which]![at]!;
              score.settings++;
              for (const pattern of patterns) {
                if (chanceOfPattern(world, pattern) < 1e-12) continue;
                const truth = trueChance(world, pattern);
                const stated = Math.min(1 - 1e-6, Math.max(1e-6, combine(recipe(pattern, method))));
                const weight = chanceOfPattern(world, pattern);
                score.brier += weight * (truth * (1 - stated) ** 2 + (1 - truth) * stated ** 2);
                score.log -= weight * (truth * Math.log(stated) + (1 - truth) * Math.log(1 - stated));
              }
              for (const pattern of people) {
                const { p95 } = spreadOf(
                  recipe(pattern, method),
                  [0, 1],
                  method.today ? bookToday : method.drawn ? book : fixed,
                );
                const truth = trueChance(world, pattern);
                score.asked++;
                if (truth >= p95[0] && truth <= p95[1]) score.held++;
              }
            });
          }
      }
  return METHODS.flatMap(({ name }, which) => {
    const rows = scores[which]!.map((score, at) => ({
      name,
      correlation: CORRELATIONS[at] as number | null,
      brier: score.brier / score.settings,
      log: score.log / score.settings,
      p95: score.held / score.asked,
    }));
    const mean = (of: "brier" | "log" | "p95") => rows.reduce((sum, row) => sum + row[of], 0) / rows.length;
    return [...rows, { name, correlation: null, brier: mean("brier"), log: mean("log"), p95: mean("p95") }];
  });
}

/** The table as it stands in docs/method.md. */
export const honestTable = (rows: readonly HonestRow[]): string =>
  [
    "| method | true correlation | Brier | log score | in the 95 % interval |",
    "| --- | --- | --- | --- | --- |",
    ...rows.map(
      ({ name, correlation, brier, log, p95 }) =>
        `| ${name} | ${correlation ?? "**all**"} | ${brier.toFixed(4)} | ${log.toFixed(3)} | ${Math.round(p95 * 100)} % |`,
    ),
  ].join("\n");
