import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { type ClusterRule, EVIDENCE, RULES } from "../knowledge";
import { createDrawBook } from "./draws";
import { isSettled, ratiosOf, ruleTable, tableEntries } from "./figures";
import { frequencies, whySpecificityIsNot } from "./frequencies";
import { posttest } from "./likelihood-ratio";

const rule = (id: string): ClusterRule => RULES.find((one) => one.id === id)!;

describe("the ratios of a study", () => {
  it("are the printed ones as printed, where they are printed", () => {
    expect(ratiosOf({ sensitivity: 0.5, specificity: 0.86, lrPositive: 3.5, lrNegative: 0.58 })).toMatchObject({
      lrPositive: 3.5,
      lrNegative: 0.58,
    });
  });

  it("follow from the proportions where they are not", () => {
    const { lrPositive, lrNegative, uncertainty } = ratiosOf({ sensitivity: 0.84, specificity: 0.83, people: 75 });
    expect(lrPositive).toBeCloseTo(0.84 / 0.17, 10);
    expect(lrNegative).toBeCloseTo(0.16 / 0.83, 10);
    expect(uncertainty).toBe("people, split evenly by assumption");
  });

  it("take half a person for an empty cell, so that a study of 54 never says 'certain'", () => {
    const { lrPositive, lrNegative } = ratiosOf({ sensitivity: 0.5, specificity: 1, people: 54 });
    expect(lrPositive).toBeCloseTo(0.5 / (0.5 / 28), 6);
    expect(lrNegative).toBeCloseTo(0.5 / (27.5 / 28), 6);
  });

  it("are null where nothing gives them", () => {
    expect(ratiosOf({ lrPositive: 6.9, lrPositive95: [2.7, 17] })).toMatchObject({ lrPositive: 6.9, lrNegative: null });
  });

  it("are drawn around the printed interval", () => {
    const book = createDrawBook(4000);
    const draws = book.record("foraminal-compression-variant-a.wainner-2003").positive!.toSorted();
    expect(Math.exp(draws[2000]!)).toBeGreaterThan(2.4);
    expect(Math.exp(draws[2000]!)).toBeLessThan(4.8);
    const ratio = book.table("cervical-root-four-item")[2]!.toSorted();
    expect(Math.exp(ratio[100]!)).toBeCloseTo(2, 0);
  });

  it("every printed ratio agrees with its printed proportions", () =>
    forEvery(
      EVIDENCE.filter(({ lrPositive, sensitivity }) => lrPositive && sensitivity),
      (record) => {
        const { sensitivity, specificity, lrPositive } = record;
        expect(Math.abs(Math.log(sensitivity! / (1 - specificity!) / lrPositive!))).toBeLessThan(0.12);
      },
    ));

  it("every record speaks for its source when positive and against when negative", () =>
    forEvery(
      EVIDENCE.filter(({ off }) => !off),
      (record) => {
        const { lrPositive, lrNegative } = ratiosOf(record);
        if (lrPositive !== null) expect(lrPositive).toBeGreaterThanOrEqual(1);
        if (lrNegative !== null) expect(lrNegative).toBeLessThanOrEqual(1);
      },
    ));
});

describe("the published rules", () => {
  it.each<[string, readonly (number | null)[]]>([
    ["si-five-test", [0.19, 0.19, 0.19, 4.02, 4.02, 4.02]],
    ["si-six-test", [0.08, 0.08, 0.08, 4.29, 4.29, 4.29, 4.29]],
    ["si-four-test", [0.16, 0.16, 4, 4, 4]],
    ["si-centralisation-excluded", [0.1, 0.1, 0.1, 6.97, 6.97, 6.97, 6.97]],
    ["cervical-root-four-item", [0.05, 0.05, 0.88, 6.1, 30.3]],
    ["cervical-root-upper-limb", [0.04, 3.11, 3.11, 3.11, 3.11]],
    ["deep-gluteal", [0.11, 4.57, 4.57]],
    ["instability-pattern", [null, null, 12.8]],
    ["stabilisation-response", [0.3, 0.3, 0.9, 4, 4]],
    ["hip-osteoarthritis", [0.28, 0.33, 0.4, 1.92, 24.3, 24.3]],
    ["cervical-myelopathy", [0.18, null, null, 30.9, 30.9, 30.9]],
  ])("%s gives its printed ratio at every count", (id, printed) => {
    ruleTable(rule(id)).forEach((figure, count) => {
      const wanted = printed[count] ?? null;
      if (wanted === null) expect(figure).toBeNull();
      else expect(Math.abs(figure! - wanted)).toBeLessThanOrEqual(0.006 * Math.max(1, wanted));
    });
  });

  it("keep the printed figure beside the one that follows from it", () => {
    expect(tableEntries(rule("hip-osteoarthritis")).map(({ printed }) => printed)).toEqual([
      undefined,
      1.16,
      2.08,
      5.2,
      24.3,
    ]);
  });

  it("rebuild the lowest figure of the four-item rule from its people", () => {
    expect(0.5 / 19 / (31.5 / 63)).toBeCloseTo(0.05, 2);
  });

  it("every rule never falls as the count rises, drawn or printed", () =>
    forEvery(RULES, (one) => {
      const figures = ruleTable(one).filter((figure): figure is number => figure !== null);
      expect(figures).toEqual(figures.toSorted((a, b) => a - b));
      const columns = createDrawBook(500).table(one.id);
      for (let draw = 0; draw < 500; draw++)
        for (let at = 1; at < columns.length; at++)
          expect(columns[at]![draw]!).toBeGreaterThanOrEqual(columns[at - 1]![draw]!);
    }));

  it("are settled when one figure is left, and not while a count without one is among them", () => {
    const cord = ruleTable(rule("cervical-myelopathy"));
    expect(isSettled(cord, 3, 2)).toBe(true);
    expect(isSettled(cord, 0, 1)).toBe(false);
    expect(isSettled(cord, 1, 1)).toBe(true);
  });
});

describe("of a hundred people", () => {
  it("a specificity of 69 % leaves about half of the positives without it", () => {
    const { truePositives, falsePositives, ofPositives } = frequencies(0.25, 0.875, 0.6875);
    expect(truePositives).toBeCloseTo(21.9, 1);
    expect(falsePositives).toBeCloseTo(23.4, 1);
    expect(ofPositives).toBeCloseTo(0.483, 3);
    expect(whySpecificityIsNot(0.25, 0.875, 0.6875)).toMatch(/not the chance.*about 48 in 100/);
  });

  it("agrees with the odds, whatever the figures", () => {
    const share = fc.double({ min: 0.02, max: 0.98, noNaN: true });
    fc.assert(
      fc.property(share, share, share, (start, sens, spec) => {
        const { ofPositives, ofNegatives } = frequencies(start, sens, spec);
        expect(ofPositives).toBeCloseTo(posttest(start, sens / (1 - spec)), 9);
        expect(ofNegatives).toBeCloseTo(posttest(start, (1 - sens) / spec), 9);
      }),
    );
  });
});
