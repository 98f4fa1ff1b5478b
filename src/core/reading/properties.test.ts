import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { runs } from "@/fixtures/property-runs";
import { kOfN } from "@/fixtures/samples/tables";
import { buildExam, type RunPlan } from "@/fixtures/samples/build";
import { type EvidenceSet, SHIPPED_EVIDENCE } from "../evidence";
import { EVIDENCE, type PrintedFigures, SACROILIAC_RULES, type TestId } from "../knowledge";
import type { ExamState, ReadingSettings } from "../record";
import { otherSide, type Place, type Side, SIDES } from "../vocabulary";
import { combine, type RuleItem, type SingleItem } from "./combine";
import { ratiosOf } from "./figures";
import { accuracyOf } from "./likelihood-ratio";
import { readExam, sourceIn } from "./reading";
import { holdBounds } from "./rules";

const TESTS: { test: TestId; side: Side | null }[] = [
  { test: "si-distraction", side: null },
  { test: "thigh-thrust", side: "right" },
  { test: "faber", side: "right" },
  { test: "gaenslen", side: "right" },
  { test: "gaenslen", side: "left" },
  { test: "si-compression", side: null },
  { test: "sacral-thrust", side: null },
];
const preferredRules = fc.constantFrom("none", ...SACROILIAC_RULES.map(({ id }) => id));
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
  return sourceIn(readExam(exam.state()), "sacroiliac", "right").probability;
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
      { numRuns: runs(250) },
    );
  });

  it("is monotone for random rule tables, missing figures, dependences and weights too", () => {
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
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.array(fc.boolean(), { minLength: 6, maxLength: 6 }),
        fc.nat(5),
        (members, strata, signs, dependence, memberWeight, figured, pick) => {
          const sorted = strata.slice(0, members.length + 1).toSorted((a, b) => a - b);
          const table = sorted.map((figure, index) =>
            index === 0 ? Math.min(figure, 1) : index === members.length ? Math.max(figure, 1) : figure,
          );
          const at = pick % members.length;
          const share = figured.slice(0, members.length).filter(Boolean).length / members.length;
          const read = (sign: number) => {
            const chosen = signs.slice(0, members.length).map((old, index) => (index === at ? sign : old));
            const items = members.flatMap(({ lrPositive, lrNegative }, index): SingleItem[] => {
              if (chosen[index] === 0 || !figured[index]) return [];
              const value = Math.log(chosen[index] === 1 ? lrPositive : lrNegative);
              return [
                {
                  kind: "single",
                  id: `m${index}`,
                  group: "sacroiliac-provocation",
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
            const bound = (figure: number | null) => (figure === null ? null : { value: Math.log(figure), entry: 0 });
            const rule: RuleItem = {
              kind: "rule",
              id: "rule",
              group: "sacroiliac-provocation",
              memberGroups: [items],
              share,
              begun: chosen.some((one) => one !== 0),
              low: bound(low),
              high: bound(high),
            };
            return combine({
              start: { id: "s", mean: 0.3, equivalentPeople: 20 },
              groups: [[rule]],
              dependence,
              memberWeight,
            });
          };
          /** A rule with nothing done is no item at all, so only steps from a begun rule are compared. */
          fc.pre(signs.slice(0, members.length).some((sign, index) => index !== at && sign !== 0));
          expect(read(1)).toBeGreaterThanOrEqual(read(0) - TINY);
          expect(read(-1)).toBeLessThanOrEqual(read(0) + TINY);
        },
      ),
      { numRuns: runs(1500) },
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
        const right = sourceIn(readExam(exam.state()), "sacroiliac", "right");
        expect(right.probability).toBeCloseTo(right.naive, 12);
      }),
      { numRuns: 100 },
    );
  });

  it("mirrors with the exam, when the figures that differ by side are swapped too", () => {
    const mirrorPlace = (place: Place) =>
      place.replace(/\.(right|left)$/, (_, side: Side) => `.${otherSide(side)}`) as Place;
    /** The same figures, those that differ by side swapped. */
    const swapped: EvidenceSet = {
      ...SHIPPED_EVIDENCE,
      version: "swapped",
      records: EVIDENCE.map((record) =>
        record.testedSide ? { ...record, testedSide: otherSide(record.testedSide) } : record,
      ),
    };
    const bothSides = (state: ExamState, evidence?: EvidenceSet) => {
      const reading = readExam(state, evidence);
      return SIDES.map((side) => sourceIn(reading, "sacroiliac", side).probability);
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
        const [r, l] = bothSides(exam.state());
        const [mr, ml] = bothSides(mirror.state(), swapped);
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
        expect(sourceIn(readExam(exam.state()), "sacroiliac", "right").probability).toBeCloseTo(
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
    const figures = SACROILIAC_RULES[0]!.figures as PrintedFigures;
    const [lrPositive, lrNegative] = [ratiosOf(figures).lrPositive!, ratiosOf(figures).lrNegative!];
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
