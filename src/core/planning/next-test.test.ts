import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type EvidenceSet, SHIPPED_EVIDENCE } from "../evidence";
import { protocolOf } from "../knowledge";
import { isSettled } from "../reading";
import { DEFAULT_READING_SETTINGS, variantFor } from "../record";
import { assessGuard, blocksOnTest } from "../safety";
import { POSITIONS } from "../vocabulary";
import { kOfN } from "@/fixtures/samples/tables";
import { buildExam } from "@/fixtures/samples/build";
import { recordCase, TEST_CASES } from "@/fixtures/samples/cases";
import { finishRule, type OpenMember } from "./finish-rule";
import { nextTests } from "./next-test";
import { placeTurn } from "./turns";
import { entropy, expectedFall } from "./worth";

describe("how much a test is expected to tell", () => {
  it("is nothing when its results would change nothing, and never less", () => {
    const share = fc.double({ min: 0.01, max: 0.99, noNaN: true });
    fc.assert(
      fc.property(share, share, share, (a, b, c) => {
        const [minus, now, plus] = [a, b, c].toSorted((x, y) => x - y) as [number, number, number];
        const fall = expectedFall(now, plus, minus);
        expect(fall).toBeGreaterThanOrEqual(0);
        expect(fall).toBeLessThanOrEqual(entropy(now) + 1e-12);
      }),
    );
    expect(expectedFall(0.3, 0.3, 0.3)).toBe(0);
    expect(expectedFall(0.5, 1, 0)).toBeCloseTo(1, 12);
    expect(expectedFall(0.25, 0.5724, 0.059)).toBeCloseTo(0.2418, 3);
  });
});

describe("finishing a rule", () => {
  const member = (id: string, cost: number, ifPresent = 0.7, ifAbsent = 0.3): OpenMember => ({
    id,
    position: "supine",
    cost,
    ifPresent,
    ifAbsent,
  });
  const table = (n: number, k: number) => kOfN(n, k, { lrNegative: 0.2, lrPositive: 4 });

  it("begins with the light test when all tell alike", () => {
    const found = finishRule(
      table(3, 2),
      0,
      0,
      [member("heavy", 4), member("light", 1), member("middle", 2)],
      0.25,
      null,
    )!;
    expect(found.first).toBe("light");
    expect(found.expectedTests).toBeGreaterThan(2);
    expect(found.expectedTests).toBeLessThan(3);
  });

  it("costs nothing once it is settled, and is not offered when nothing can settle it", () => {
    expect(finishRule(table(3, 2), 2, 0, [member("a", 1)], 0.25, null)).toBeNull();
    expect(finishRule(table(3, 2), 1, 2, [], 0.25, null)).toBeNull();
    expect(finishRule(table(3, 2), 0, 3, [member("a", 1)], 0.25, null)).toBeNull();
  });

  it("is never dearer than any fixed order, whatever the tests", () => {
    const one = fc.record({
      cost: fc.double({ min: 0.5, max: 5, noNaN: true }),
      ifPresent: fc.double({ min: 0.05, max: 0.95, noNaN: true }),
      ifAbsent: fc.double({ min: 0.05, max: 0.95, noNaN: true }),
      position: fc.constantFrom(...POSITIONS),
    });
    fc.assert(
      fc.property(
        fc.array(one, { minLength: 2, maxLength: 5 }),
        fc.nat(4),
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        (parts, pick, probability) => {
          const members = parts.map((part, index) => ({ ...part, id: `m${index}` }));
          const k = 1 + (pick % members.length);
          const rule = table(members.length, k);
          const found = finishRule(rule, 0, 0, members, probability, "supine", 0)!;
          const costFrom = (
            index: number,
            positive: number,
            at: OpenMember["position"],
            yes: number,
            no: number,
          ): number => {
            if (index === members.length || isSettled(rule, positive, members.length - index)) return 0;
            const next = members[index]!;
            const [p, q] = [yes * next.ifPresent, no * next.ifAbsent];
            const chance = (p + q) / (yes + no);
            return (
              next.cost +
              placeTurn(at, next.position) +
              chance * costFrom(index + 1, positive + 1, next.position, p, q) +
              (1 - chance) * costFrom(index + 1, positive, next.position, yes - p, no - q)
            );
          };
          const fixed = costFrom(0, 0, "supine", probability, 1 - probability);
          expect(found.expectedCost).toBeLessThanOrEqual(fixed + 1e-9);
        },
      ),
      { numRuns: 120 },
    );
  });
});

describe("what to test next", () => {
  const only: EvidenceSet = {
    ...SHIPPED_EVIDENCE,
    version: "sacroiliac only",
    records: SHIPPED_EVIDENCE.records.filter(({ source }) => source === "sacroiliac"),
    rules: SHIPPED_EVIDENCE.rules.filter(({ id }) => id === "si-five-test"),
  };

  const low = () => buildExam().complaint("si-area.right").consent().guard().rest(0);

  it("names at most three, with reasons in words, the most telling first", () => {
    const { tests, nothing } = nextTests(low().state());
    expect(nothing).toBeNull();
    expect(tests).toHaveLength(3);
    expect(tests.map(({ worth }) => worth)).toEqual(tests.map(({ worth }) => worth).toSorted((a, b) => b - a));
    tests.forEach(({ reasons }) => expect(reasons[0]).toMatch(/ now/));
  });

  it("values finishing an open rule, and leaves a settled one alone", () => {
    const exam = low().run({ test: "si-distraction", response: "familiar", felt: ["si-area.right"] });
    const [first, ...others] = nextTests(exam.state(), only).tests;
    expect(first?.test).toBe("thigh-thrust");
    expect(first?.reasons[0]).toMatch(
      /finishing the five-test regimen takes it to 12 % at the least and 61 % at the most/,
    );
    expect(others.every(({ reasons }) => !reasons.some((reason) => reason.includes("finishing")))).toBe(true);
    exam.run({ test: "thigh-thrust", side: "right", response: "nothing" });
    exam.run({ test: "si-compression", response: "familiar", felt: ["si-area.right"] });
    exam.run({ test: "gaenslen", side: "right", response: "familiar", felt: ["si-area.right"] });
    const after = nextTests(exam.state(), only).tests.map(({ test }) => test);
    expect(after).not.toContain("faber");
    expect(after).not.toContain("gaenslen");
  });

  it("stops when what is left would tell too little for what it costs: one positive, one negative", () => {
    const exam = low()
      .run({ test: "si-distraction", response: "familiar", felt: ["si-area.right"] })
      .run({ test: "thigh-thrust", side: "right", response: "nothing" });
    expect(nextTests(exam.state(), only)).toEqual({ tests: [], nothing: "Nothing left is worth the soreness." });
  });

  it("does not stop one test short of an answer: two positive, three left", () => {
    const exam = low()
      .run({ test: "si-distraction", response: "familiar", felt: ["si-area.right"], intensity: 6, kgf: 26 })
      .run({
        test: "thigh-thrust",
        side: "right",
        response: "familiar",
        felt: ["si-area.right"],
        intensity: 6,
        kgf: 26,
      });
    for (const memberWeight of [0, 0.5]) {
      const state = { ...exam.state(), settings: { ...DEFAULT_READING_SETTINGS, memberWeight } };
      const { tests, nothing } = nextTests(state, only);
      expect(nothing).toBeNull();
      const finishing = tests.find(({ reasons }) => reasons.some((reason) => reason.includes("finishing")));
      expect(finishing?.chance).toBeGreaterThan(0.05);
      expect(["si-compression", "faber", "gaenslen"]).toContain(finishing?.test);
    }
  });

  it("does not propose what can only be run in part", () => {
    const exam = buildExam().complaint("si-area.right").consent().guard({ anticoagulants: "yes" }).rest(0);
    expect(nextTests(exam.state()).tests.map(({ test }) => test)).not.toContain("sacral-thrust");
  });

  it("never names a test that is done, skipped, or of a region nothing was said of", () => {
    const exam = low();
    const first = nextTests(exam.state()).tests[0]!;
    exam.add("test-skipped", { test: first.test, side: first.side, reason: "not today" });
    const { tests } = nextTests(exam.state());
    expect(tests.some(({ test, side }) => test === first.test && side === first.side)).toBe(false);
    tests.forEach(({ test }) => expect(protocolOf(test).regions).not.toContain("neck"));
  });

  it("never names a test that the guard blocks, whatever was answered", () => {
    const answers = fc.constantFrom<Record<string, string>>(
      { "lumbar-injury": "yes" },
      { pregnancy: "yes" },
      { osteoporosis: "severe" },
      {},
    );
    fc.assert(
      fc.property(answers, fc.constantFrom("si-area.right", "lateral-calf.left", "groin.right"), (given, at) => {
        const exam = buildExam().complaint(at).consent().guard(given).rest(0);
        const state = exam.state();
        const guard = assessGuard(state);
        for (const { test, side } of nextTests(state).tests) {
          const protocol = protocolOf(test);
          expect(blocksOnTest(guard, protocol, variantFor(protocol, DEFAULT_READING_SETTINGS), side).whole).toEqual([]);
        }
      }),
      { numRuns: 40 },
    );
  });

  it("says refer first while an urgent referral stands open", () => {
    const exam = buildExam().complaint("low-back.central").consent();
    exam.guard({ "cauda-equina": "yes" });
    const { tests, nothing } = nextTests(exam.state());
    expect(nothing).toMatch(/^Refer first: /);
    expect(tests).toEqual([]);
  });

  it("says that nothing is worth the soreness once everything that tells was done", () => {
    const exam = buildExam().complaint("thoracic.central").consent().guard().rest(0);
    expect(nextTests(exam.state()).nothing).toBe("Nothing left is worth the soreness.");
  });

  it("asks more of a test when the symptom is easily stirred", () => {
    const calm = low();
    const stirred = low();
    stirred.add("history-recorded", {
      onset: "gradual",
      onsetNote: "",
      weeks: 30,
      provokedBy: "little",
      settlesMinutes: 300,
      eases: "",
    });
    const [one, two] = [nextTests(calm.state()).tests[0]!, nextTests(stirred.state()).tests[0]!];
    expect(two.worth).toBeLessThan(one.worth);
  });

  it("is the same for the same exam", () => {
    const exam = low();
    recordCase(
      exam,
      TEST_CASES.find(({ test, kind }) => test === "slump" && kind === "positive")!,
    );
    expect(nextTests(exam.state())).toEqual(nextTests(exam.state()));
  });
});
