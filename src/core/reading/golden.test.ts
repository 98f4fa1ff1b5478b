import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import golden from "./golden-reading.json";
import { buildExam, type RunPlan } from "@/fixtures/samples/build";
import { FIRST_EVIDENCE } from "../evidence";
import type { TestId } from "../knowledge";
import { combine, itemValue, type RuleItem, type SingleItem } from "./combine";
import { createDrawBook, spreadOf } from "./draws";
import { accuracyOf, posttest } from "./likelihood-ratio";
import { logit, probabilityOf } from "./odds";
import { readExam, sourceIn } from "./reading";
import { holdBounds } from "./rules";

const ABS = 0.0005;
/** 0.001 relative, or one unit in the last digit the file gives. */
const expectRatio = (actual: number, wanted: number) => {
  const lastDigit = 10 ** -(String(wanted).split(".")[1]?.length ?? 0);
  expect(Math.abs(actual - wanted)).toBeLessThanOrEqual(Math.max(Math.abs(wanted) * 0.001, lastDigit));
};

const TESTS: Record<string, TestId> = {
  "thigh thrust": "thigh-thrust",
  distraction: "si-distraction",
  compression: "si-compression",
  "sacral thrust": "sacral-thrust",
};
const ruleNamed = (name: string) => {
  const id = {
    "five-test SI regimen": "si-five-test",
    "four-test SI composite": "si-four-test",
    "six-test SI composite": "si-six-test",
  }[name];
  return FIRST_EVIDENCE.rules.find((rule) => rule.id === id)!;
};
const countsOf = (name: string) => {
  const { figures } = ruleNamed(name);
  return figures.kind === "k of n" ? figures.counts! : expect.unreachable("a k-of-n rule");
};

describe("accuracy of a 2x2 table", () => {
  it("every 2 × 2 table gives its worked figures", () =>
    forEvery(golden.accuracy, (row) => {
      const found = accuracyOf(row);
      expect(found.sensitivity).toBeCloseTo(row.sensitivity, 3);
      expect(found.specificity).toBeCloseTo(row.specificity, 3);
      expectRatio(found.lrPositive, row.lrPositive);
      expectRatio(found.lrNegative, row.lrNegative);
      row.lrPositive95.forEach((bound, index) => expectRatio(found.lrPositive95[index]!, bound));
      row.lrNegative95.forEach((bound, index) => expectRatio(found.lrNegative95[index]!, bound));
    }));

  it("is what the shipped records hold", () => {
    const byName: Record<string, { tp: number; fn: number; fp: number; tn: number } | undefined> = {
      "thigh thrust": FIRST_EVIDENCE.records.find(({ id }) => id === "thigh-thrust.laslett-2005")?.counts,
      "Gaenslen right": FIRST_EVIDENCE.records.find(({ id }) => id === "gaenslen-right.laslett-2005")?.counts,
      "five-test SI regimen": countsOf("five-test SI regimen"),
      "six-test SI composite": countsOf("six-test SI composite"),
      "four-test SI composite": countsOf("four-test SI composite"),
    };
    for (const row of golden.accuracy.filter(({ name }) => byName[name])) {
      expect(byName[row.name]).toEqual({ tp: row.tp, fn: row.fn, fp: row.fp, tn: row.tn });
    }
  });
});

describe("the sacroiliac joint, from events to probability", () => {
  it("every worked example gives its probability", () =>
    forEvery(golden.sacroiliac, (row) => {
      const exam = buildExam({
        first: true,
        settings: {
          memberWeight: 0,
          dependence: row.rho,
          preferredRule: row.preferredRule ? ruleNamed(row.preferredRule).id : "none",
        },
      });
      exam.complaint("si-area.right");
      exam.add("start-set", {
        source: "sacroiliac",
        side: "right",
        mean: row.pretest,
        equivalentPeople: 20,
        reason: "as in the reference",
      });
      for (const { test, positive } of [...row.members, ...row.others]) {
        const plan: RunPlan = {
          test: TESTS[test]!,
          side: "right",
          response: positive ? "familiar" : "nothing",
          felt: positive ? ["si-area.right"] : [],
        };
        exam.run(plan);
      }
      const right = sourceIn(readExam(exam.state()), "sacroiliac", "right");
      expect(Math.abs(right.probability - row.posttest)).toBeLessThan(ABS);
      expect(Math.abs(right.naive - row.naive)).toBeLessThan(ABS);
      const rule = right.recipe.groups.flat().find((item) => item.kind === "rule");
      if (row.ruleItem !== undefined) expectRatio(itemValue(rule!, { dependence: row.rho }), row.ruleItem);
      else expect(rule).toBeUndefined();
    }));

  it("every decided rule gives its post-test probability", () =>
    forEvery(golden["decided rules"], (row) => {
      const { lrPositive, lrNegative } = accuracyOf(countsOf(row.rule));
      expect(Math.abs(posttest(row.pretest, row.met ? lrPositive : lrNegative) - row.posttest)).toBeLessThan(ABS);
    }));

  it("adds two groups", () => {
    const row = golden["two groups add"];
    const single = (id: string, ratio: number): SingleItem => ({
      kind: "single",
      id,
      group: "sacroiliac-provocation",
      record: id,
      positive: ratio > 1,
      printed: Math.log(ratio),
      value: Math.log(ratio),
    });
    const groups = [
      [single("thigh thrust", 2.8), single("distraction", 3.2)],
      row.group2lr.map((ratio) => single("other group", ratio)),
    ];
    expect(
      Math.abs(
        combine({ start: { id: "s", mean: row.pretest, equivalentPeople: 20 }, groups, dependence: row.rho }) -
          row.posttest,
      ),
    ).toBeLessThan(ABS);
  });
});

describe("a rule with a figure per count (four-item cervical root rule)", () => {
  const key = Object.keys(golden).find((name) => name.startsWith("cervical root")) as "uncertainty";
  type Row = {
    name: string;
    pretest: number;
    rho: number;
    members: { test: string; positive: boolean }[];
    ruleItem: number;
    posttest: number;
  };
  const rows = golden[key as keyof typeof golden] as unknown as Row[];
  const table = [0.05, 0.05, 0.88, 6.1, 30.3];
  const ratios: Record<string, { group: string; plus: number; minus: number }> = {
    "ULNT 1": { group: "upper limb neural tension", plus: 1.3, minus: 0.12 },
    "rotation < 60": { group: "neck range", plus: 1.8, minus: 0.23 },
    "distraction relief": { group: "neck compression and relief", plus: 4.4, minus: 0.62 },
    "compression A": { group: "neck compression and relief", plus: 3.5, minus: 0.58 },
  };

  it("every worked example gives its probability", () =>
    forEvery(rows, (row) => {
      const groups = new Map<string, SingleItem[]>();
      for (const { test, positive } of row.members) {
        const { group, plus, minus } = ratios[test]!;
        const value = Math.log(positive ? plus : minus);
        groups.set(group, [
          ...(groups.get(group) ?? []),
          { kind: "single", id: test, group: "neck-range", record: test, positive, printed: value, value },
        ]);
      }
      const positives = row.members.filter(({ positive }) => positive).length;
      const { low, high } = holdBounds(table, positives, 4 - row.members.length);
      const bound = (figure: number | null) => (figure === null ? null : { value: Math.log(figure), entry: 0 });
      const item: RuleItem = {
        kind: "rule",
        id: "four-item",
        group: "upper-limb-neural",
        memberGroups: [...groups.values()],
        share: 1,
        begun: true,
        low: bound(low),
        high: bound(high),
      };
      expectRatio(itemValue(item, { dependence: row.rho }), row.ruleItem);
      expect(
        Math.abs(probabilityOf(logit(row.pretest) + itemValue(item, { dependence: row.rho })) - row.posttest),
      ).toBeLessThan(ABS);
    }));
});

describe("uncertainty", () => {
  const key = Object.keys(golden).find((name) => name.startsWith("uncertainty")) as keyof typeof golden;
  type Row = {
    rule: string;
    met: boolean;
    pretestMean: number;
    pretestEquivalentPeople: number;
    median: number;
    p50: number[];
    p95: number[];
    aboveRuleIn080: number;
    belowRuleOut010: number;
  };
  const book = createDrawBook(undefined, FIRST_EVIDENCE);

  it("every worked example gives its interval", () =>
    forEvery(golden[key] as unknown as Row[], (row) => {
      const exam = buildExam({ first: true, settings: { memberWeight: 0 } });
      exam.complaint("si-area.right");
      for (const test of ["si-distraction", "thigh-thrust", "si-compression"] as const) {
        exam.run({
          test,
          side: "right",
          response: row.met ? "familiar" : "nothing",
          felt: row.met ? ["si-area.right"] : [],
        });
      }
      const { recipe } = sourceIn(readExam(exam.state()), "sacroiliac", "right");
      expect(recipe.start).toMatchObject({ mean: row.pretestMean, equivalentPeople: row.pretestEquivalentPeople });
      const spread = spreadOf(recipe, [0.8, 1], book);
      expect(Math.abs(spread.median - row.median)).toBeLessThan(0.01);
      row.p50.forEach((bound, index) => expect(Math.abs(spread.p50[index]! - bound)).toBeLessThan(0.01));
      row.p95.forEach((bound, index) => expect(Math.abs(spread.p95[index]! - bound)).toBeLessThan(0.01));
      expect(Math.abs(spread.inBand - row.aboveRuleIn080)).toBeLessThan(0.01);
      expect(Math.abs(spreadOf(recipe, [0, 0.1], book).inBand - row.belowRuleOut010)).toBeLessThan(0.01);
    }));
});
