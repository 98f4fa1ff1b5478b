import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { evidenceOf } from "@/core/evidence";
import { drawUp } from "@/core/planning";
import { forEvery } from "@/fixtures/for-every";
import { runs } from "@/fixtures/property-runs";
import { COMPLAINTS, examOfComplaint } from "@/fixtures/samples/complaints";
import { bestProbability, type Finding } from "./best-reader";
import golden from "./golden-best-reader.json";
import { leastBrier, type OneSource, pricedWay } from "./optimum";
import { type Asked, showsOf, simulatedPatient } from "./patient";
import { simulatePeople } from "./simulate";

/** Chances of a positive with and without sacroiliac pain, of single tests, as published. */
const PUBLISHED: Readonly<Record<string, Finding["chances"]>> = {
  distraction: [0.6, 0.1875],
  thigh: [0.875, 0.3125],
  compression: [0.6875, 0.3125],
  GaenslenR: [0.5333, 0.2903],
};
const ALL_CLEAR = ["distraction-", "thigh-", "compression-"];

describe("the best reader of simulated patients", () => {
  const [{ inputs, outputs } = { inputs: { t: [] }, outputs: {} }] = golden.numbers;

  it("reads single tests with a shared factor, and without, as worked by hand", () =>
    forEvery(
      Object.entries(outputs).flatMap(([name, wanted]) => inputs.t.map((t, at) => [name, t, wanted[at]!] as const)),
      (name, t, wanted) => {
        const results = name === "all three clear" ? ALL_CLEAR : name.split(" ");
        const findings = results.map((result) => ({
          chances: PUBLISHED[result.slice(0, -1)]!,
          isPositive: result.endsWith("+"),
        }));
        expect(bestProbability(0.25, findings, t)).toBeCloseTo(wanted, 3);
      },
    ));

  it("is never moved by the order of what is found", () => {
    const finding = fc.record({
      chances: fc.tuple(
        fc.double({ min: 0.02, max: 0.98, noNaN: true }),
        fc.double({ min: 0.02, max: 0.98, noNaN: true }),
      ),
      isPositive: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(finding, { minLength: 2, maxLength: 6 }), (findings) => {
        const turned = findings.toReversed();
        expect(bestProbability(0.3, turned)).toBeCloseTo(bestProbability(0.3, findings), 10);
      }),
      { numRuns: runs(40) },
    );
  });
});

describe("a simulated patient", () => {
  const state = examOfComplaint(COMPLAINTS[1]!).state();
  const { plan, drafted } = drawUp(state, {}, evidenceOf(state));
  const asked: readonly Asked[] = [{ source: "sacroiliac", side: "right", start: 0.25 }];
  const members = drafted.ways.find(({ question }) => question.source === "sacroiliac")!.way.tests;

  it("shows each test as often as its study has it, with the source and without", () => {
    const people = Array.from({ length: 3000 }, (_, at) => simulatedPatient(asked, `often ${at}`));
    const offenders: string[] = [];
    expect(members.length).toBe(5);
    for (const run of members) {
      const [shows] = showsOf(run, asked, plan);
      for (const [which, has] of [true, false].entries()) {
        const group = people.filter((person) => person.has[0] === has);
        const often = group.filter((person) => person.shows(run.key, shows!)).length / group.length;
        const wanted = shows!.chances[which]!;
        const error = 4 * Math.sqrt((wanted * (1 - wanted)) / group.length);
        if (Math.abs(often - wanted) > error) offenders.push(`${run.key}: ${often} for ${wanted}`);
      }
    }
    expect(offenders).toEqual([]);
  });

  it("is the same for every way of examining, in any order", () => {
    const [one, other] = [simulatedPatient(asked, "x"), simulatedPatient(asked, "x")];
    const ask = (person: typeof one, list: typeof members) =>
      new Map(list.map((run) => [run.key, person.shows(run.key, showsOf(run, asked, plan)[0]!)]));
    const forwards = ask(one, members);
    const backwards = ask(other, members.toReversed());
    for (const [key, shown] of forwards) expect(backwards.get(key)).toBe(shown);
  });
});

describe("the least Brier score", () => {
  const source: OneSource = {
    start: 0.25,
    members: ["distraction", "thigh", "compression"].map((name) => ({
      place: name === "compression" ? "side-lying" : "supine",
      cost: name === "distraction" ? 2 : 3,
      chances: PUBLISHED[name]!,
    })),
    read: (positive, negative) =>
      bestProbability(
        0.25,
        ["distraction", "thigh", "compression"].flatMap((name, at) =>
          (positive | negative) & (1 << at)
            ? [{ chances: PUBLISHED[name]!, isPositive: (positive & (1 << at)) > 0 }]
            : [],
        ),
      ),
  };

  it("is that of the pre-test probability for nothing, of everything for enough, and falls between", () => {
    expect(leastBrier(source, 0)!.brier).toBeCloseTo(0.25 * 0.75, 6);
    const everything = pricedWay(source, () => [0, 1, 2]);
    expect(leastBrier(source, everything.cost)!.brier).toBeLessThanOrEqual(everything.brier + 1e-9);
    const scores = [0, 1, 2, 3, 4, 6, 8, 10].map((cost) => leastBrier(source, cost)!.brier);
    scores.slice(1).forEach((score, at) => expect(score).toBeLessThanOrEqual(scores[at]! + 1e-9));
  });

  it("is undercut by no way there is: every order, and stopping at any positive or none", () => {
    const offenders: string[] = [];
    const orders = [[0], [1], [2], [0, 1], [1, 0], [1, 2], [0, 2], [0, 1, 2], [1, 0, 2], [2, 1, 0], [0, 2, 1]];
    for (const order of orders)
      for (const stopsAtPositive of [true, false]) {
        const way = pricedWay(source, (isPositive) => {
          const first = order.findIndex((member) => isPositive(member));
          return stopsAtPositive && first >= 0 ? order.slice(0, first + 1) : order;
        });
        if (way.brier < leastBrier(source, way.cost)!.brier - 1e-9) offenders.push(`${order} ${stopsAtPositive}`);
      }
    expect(offenders).toEqual([]);
  });
});

/** Fewer in a quick run. */
const PEOPLE = runs(800);

describe("simulated patients of each complaint", () => {
  it(
    "every complaint: the plan reads no worse than any way at no higher cost, and never far from everything",
    () =>
      forEvery(COMPLAINTS, (complaint) => {
        const told = simulatePeople(examOfComplaint(complaint).state(), { people: PEOPLE, seed: "1" });
        const { plan, everything, sheet, greedy, random, differences, brierDifference } = told;
        expect(plan.tests).toBeLessThanOrEqual(everything.tests + 1e-9);
        expect(plan.burden).toBeLessThanOrEqual(everything.burden + 1e-9);
        const costOf = ({ burden, turns }: typeof plan) => burden + turns;
        const others = [
          [everything, differences.everything],
          [sheet, brierDifference],
          [greedy, differences.greedy],
          [random, differences.random],
        ] as const;
        for (const [way, { mean }] of others)
          if (costOf(way) <= costOf(plan) + 1e-9) expect(mean, JSON.stringify(way)).toBeLessThanOrEqual(0.003);
      }),
    400_000,
  );

  it("one question by its cluster alone: at most 0.0045 above the best of every way at no higher cost", () => {
    const gaps = COMPLAINTS.flatMap((complaint) =>
      simulatePeople(examOfComplaint(complaint).state(), { people: 1, seed: "1" }).oneSource.map(
        ({ question, plan, best }) => ({ question, complaint: complaint.name, gap: plan.brier - best.brier }),
      ),
    );
    expect(gaps.length).toBeGreaterThan(3);
    expect(gaps.filter(({ gap }) => gap > 0.0045 || gap < -1e-9)).toEqual([]);
  });

  it("says what the members of a cluster come to, beside what was published and what was pooled", () => {
    const { clusters } = simulatePeople(examOfComplaint(COMPLAINTS[1]!).state(), { people: 1, seed: "1" });
    expect(clusters).toEqual([
      {
        rule: "si-five-test",
        positives: [3, 5],
        implied: expect.closeTo(3.86, 1),
        published: expect.closeTo(4.02, 2),
        pooled: 2.44,
      },
      {
        rule: "si-five-test",
        positives: [0, 2],
        implied: expect.closeTo(0.23, 1),
        published: expect.closeTo(0.188, 2),
        pooled: 0.31,
      },
    ]);
  });

  it("are the same people for the same seed, and others for another", () => {
    const state = examOfComplaint(COMPLAINTS[1]!).state();
    const one = simulatePeople(state, { people: 30, seed: "7" });
    expect(simulatePeople(state, { people: 30, seed: "7" })).toEqual(one);
    expect(simulatePeople(state, { people: 30, seed: "8" })).not.toEqual(one);
  });
});
