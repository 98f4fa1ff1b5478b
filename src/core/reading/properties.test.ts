import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { buildExam, type RunPlan } from "../samples/build";
import type { ReadingSettings } from "../exam/settings";
import { EVIDENCE } from "../knowledge/evidence";
import { RULES } from "../knowledge/rules";
import type { TestId } from "../knowledge/protocols";
import type { Place } from "../vocabulary/sites";
import { otherSide, type Side } from "../vocabulary/sides";
import { combine, type RuleItem, type SingleItem } from "./combine";
import { accuracyOf } from "./likelihood-ratio";
import { readExam } from "./reading";
import { holdBounds, kOfN } from "./rules";

const TESTS: { test: TestId; side: Side | null }[] = [
  { test: "si-distraction", side: null },
  { test: "thigh-thrust", side: "right" },
  { test: "faber", side: "right" },
  { test: "gaenslen", side: "right" },
  { test: "gaenslen", side: "left" },
  { test: "si-compression", side: null },
  { test: "sacral-thrust", side: null },
];
const preferredRules = fc.constantFrom("none", ...RULES.map(({ id }) => id));
const settings = fc.record({ dependence: fc.double({ min: 0, max: 1, noNaN: true }), preferredRule: preferredRules });
const results = fc.array(fc.constantFrom("positive", "negative", "not done"), {
  minLength: TESTS.length,
  maxLength: TESTS.length,
});
type Result = "positive" | "negative" | "not done";

const planOf = ({ test, side }: { test: TestId; side: Side | null }, result: "positive" | "negative"): RunPlan => ({
  test,
  side,
  response: result === "positive" ? "familiar" : "nothing",
  felt: result === "positive" ? ["si-area.right"] : [],
});

function probability(plans: RunPlan[], chosen: Partial<ReadingSettings>): number {
  const exam = buildExam({ settings: chosen }).complaint("si-area.right");
  plans.forEach((plan) => exam.run(plan));
  return readExam(exam.state()).figured[0]!.probability;
}
const plansOf = (list: readonly Result[]): RunPlan[] =>
  list.flatMap((result, index) => (result === "not done" ? [] : [planOf(TESTS[index]!, result)]));
const TINY = 1e-12;

describe("properties of the reading", () => {
  it("is monotone for every ρ, with a rule or without, settled ones included", () => {
    fc.assert(
      fc.property(results, settings, fc.nat(TESTS.length - 1), (list, chosen, at) => {
        const withResult = (result: Result) =>
          probability(plansOf(list.map((old, index) => (index === at ? result : (old as Result)))), chosen);
        const [before, after, against] = [withResult("not done"), withResult("positive"), withResult("negative")];
        expect(after).toBeGreaterThanOrEqual(before - TINY);
        expect(against).toBeLessThanOrEqual(before + TINY);
      }),
      { numRuns: 250 },
    );
  });

  it("is monotone for random rule tables too", () => {
    const ratio = fc.double({ min: 0.05, max: 20, noNaN: true });
    const counts = fc.record({
      tp: fc.integer({ min: 1, max: 60 }),
      fn: fc.integer({ min: 1, max: 60 }),
      fp: fc.integer({ min: 1, max: 60 }),
      tn: fc.integer({ min: 1, max: 60 }),
    });
    /** A test helps both ways: its positive never speaks against, its negative never for. */
    const useful = counts.map(accuracyOf).filter(({ lrPositive, lrNegative }) => lrPositive >= 1 && lrNegative <= 1);
    fc.assert(
      fc.property(
        fc.array(useful, { minLength: 2, maxLength: 6 }),
        fc.array(ratio, { minLength: 7, maxLength: 7 }),
        fc.array(fc.constantFrom(1, -1, 0), { minLength: 6, maxLength: 6 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.nat(5),
        (members, strata, signs, dependence, pick) => {
          const sorted = strata.slice(0, members.length + 1).toSorted((a, b) => a - b);
          const table = sorted.map((figure, index) =>
            index === 0 ? Math.min(figure, 1) : index === members.length ? Math.max(figure, 1) : figure,
          );
          const at = pick % members.length;
          const read = (sign: number) => {
            const chosen = signs.slice(0, members.length).map((old, index) => (index === at ? sign : old));
            const items = members.flatMap(({ lrPositive, lrNegative }, index): SingleItem[] => {
              if (chosen[index] === 0) return [];
              const value = Math.log(chosen[index] === 1 ? lrPositive : lrNegative);
              return [
                {
                  kind: "single",
                  id: `m${index}`,
                  record: `m${index}`,
                  positive: chosen[index] === 1,
                  printed: value,
                  value,
                },
              ];
            });
            const { low, high } = holdBounds(
              table,
              chosen.filter((one) => one === 1).length,
              chosen.filter((one) => one === 0).length,
            );
            const bound = (figure: number | null) =>
              figure === null ? null : { value: Math.log(figure), ratio: "lrPositive" as const };
            const rule: RuleItem = {
              kind: "rule",
              id: "rule",
              memberGroups: [items],
              begun: items.length > 0,
              low: bound(low),
              high: bound(high),
            };
            return combine({ start: { id: "s", mean: 0.3, equivalentPeople: 20 }, groups: [[rule]], dependence });
          };
          /** A rule with nothing done is no item at all, so only steps from a begun rule are compared. */
          fc.pre(signs.slice(0, members.length).some((sign, index) => index !== at && sign !== 0));
          expect(read(1)).toBeGreaterThanOrEqual(read(0) - TINY);
          expect(read(-1)).toBeLessThanOrEqual(read(0) + TINY);
        },
      ),
      { numRuns: 500 },
    );
  });

  it("does not depend on the order of different tests", () => {
    fc.assert(
      fc.property(
        results,
        settings,
        fc.infiniteStream(fc.double({ min: 0, max: 1, noNaN: true })),
        (list, chosen, stream) => {
          const plans = plansOf(list as Result[]);
          const shuffled = plans
            .map((plan) => ({ plan, key: stream.next().value as number }))
            .toSorted((a, b) => a.key - b.key)
            .map(({ plan }) => plan);
          expect(probability(shuffled, chosen)).toBeCloseTo(probability(plans, chosen), 12);
        },
      ),
      { numRuns: 100 },
    );
  });

  it("with ρ = 0 and no rule is the naive product", () => {
    fc.assert(
      fc.property(results, (list) => {
        const exam = buildExam({ settings: { dependence: 0, preferredRule: "none" } }).complaint("si-area.right");
        plansOf(list as Result[]).forEach((plan) => exam.run(plan));
        const right = readExam(exam.state()).figured[0]!;
        expect(right.probability).toBeCloseTo(right.naive, 12);
      }),
      { numRuns: 100 },
    );
  });

  it("mirrors with the exam, when the figures that differ by side are swapped too", () => {
    const gaenslen = (side: Side) =>
      EVIDENCE.find(({ test, testedSide }) => test === "gaenslen" && testedSide === side)!;
    const [right, left] = [gaenslen("right"), gaenslen("left")];
    const mirrorPlace = (place: Place) =>
      place.replace(/\.(right|left)$/, (_, side: Side) => `.${otherSide(side)}`) as Place;
    /** Figures that differ by side, swapped for the length of one reading. */
    const swapped = <T>(work: () => T): T => {
      const swap = () => {
        const kept = right.testedSide;
        Object.assign(right, { testedSide: left.testedSide });
        Object.assign(left, { testedSide: kept });
      };
      swap();
      try {
        return work();
      } finally {
        swap();
      }
    };
    fc.assert(
      fc.property(results, settings, (list, chosen) => {
        const plans = plansOf(list as Result[]);
        const mirrored = plans.map((plan) => ({
          ...plan,
          side: plan.side ? otherSide(plan.side) : null,
          felt: plan.felt?.map(mirrorPlace) ?? [],
        }));
        const exam = buildExam({ settings: chosen }).complaint("si-area.right");
        plans.forEach((plan) => exam.run(plan));
        const mirror = buildExam({ settings: chosen }).complaint("si-area.left");
        mirrored.forEach((plan) => mirror.run(plan));
        const [r, l] = readExam(exam.state()).figured.map((figured) => figured.probability);
        const [mr, ml] = swapped(() => readExam(mirror.state()).figured.map((figured) => figured.probability));
        expect(ml).toBeCloseTo(r!, 12);
        expect(mr).toBeCloseTo(l!, 12);
      }),
      { numRuns: 100 },
    );
  });

  it("reads a retracted test as if it never happened", () => {
    fc.assert(
      fc.property(results, settings, fc.nat(), (list, chosen, pick) => {
        const plans = plansOf(list as Result[]);
        fc.pre(plans.length > 0);
        const at = pick % plans.length;
        const exam = buildExam({ settings: chosen }).complaint("si-area.right");
        plans.forEach((plan) => exam.run(plan));
        exam.add("event-retracted", { event: exam.state().runs[at]!.startedBy, reason: "" });
        expect(readExam(exam.state()).figured[0]!.probability).toBeCloseTo(
          probability(
            plans.filter((_, index) => index !== at),
            chosen,
          ),
          12,
        );
      }),
      { numRuns: 100 },
    );
  });

  it("gives met ≥ interim ≥ not met", () => {
    const { lrPositive, lrNegative } = accuracyOf(RULES[0]!.counts);
    expect(kOfN(5, 3, { lrPositive, lrNegative })).toEqual([
      lrNegative,
      lrNegative,
      lrNegative,
      lrPositive,
      lrPositive,
      lrPositive,
    ]);
    const met = probability(
      [TESTS[0]!, TESTS[1]!, TESTS[2]!].map((test) => planOf(test, "positive")),
      {},
    );
    const interim = probability([planOf(TESTS[0]!, "positive")], {});
    const notMet = probability(
      [TESTS[0]!, TESTS[1]!, TESTS[2]!].map((test) => planOf(test, "negative")),
      {},
    );
    expect(met).toBeGreaterThan(interim);
    expect(interim).toBeGreaterThan(notMet);
  });
});
