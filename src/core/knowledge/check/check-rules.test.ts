import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { PROTOCOLS, SCHOOLS } from "../protocols";
import { isFact, RULES, usualRule } from "../rules";
import type { ClusterRule, RuleMember } from "../rules/types";
import { EVIDENCE } from "../studies";
import { checkRules } from "./check-rules";

const known = { protocols: PROTOCOLS, schools: SCHOOLS, records: EVIDENCE };
const faultsOf = (rule: ClusterRule) =>
  checkRules(
    RULES.map((shipped) => (shipped.id === rule.id ? rule : shipped)),
    known,
  ).map(({ where, what }) => `${where} ${what}`);
const withMember = (rule: ClusterRule, index: number, change: object): ClusterRule => ({
  ...rule,
  members: rule.members.map((member, at) => (at === index ? ({ ...member, ...change } as RuleMember) : member)),
});

describe("the rules that ship", () => {
  it("every rule: each fault put into it is reported", () =>
    forEvery(
      RULES.map((rule) => [rule.id, rule] as const),
      (id, rule) => {
        for (const text of ["label", "definition", "population", "reference"] as const)
          expect(faultsOf({ ...rule, [text]: "" })).toEqual([`${id} › ${text} is not written`]);
        expect(faultsOf({ ...rule, citation: "nobody-1999" })[0]).toContain("is not in the literature list");
        expect(faultsOf({ ...rule, members: [] }).some((fault) => fault.includes("members are none"))).toBe(true);
        expect(faultsOf({ ...rule, members: [...rule.members, rule.members[0]!] })[0]).toContain("hold one twice");
        rule.members.forEach((member, index) => {
          const told = (change: object) => faultsOf(withMember(rule, index, change)).join("\n");
          if (isFact(member)) return expect(told({ fact: { kind: "age" } })).toContain("an age without one limit");
          expect(told({ test: "no-such-test" })).toContain('counts the test "no-such-test"');
          expect(told({ run: member.run === "only run" ? "own side" : "only run" })).toContain("of a test with");
          expect(told({ record: "slump.of-another" })).toContain("which is not one of this test");
          expect(told({ positive: { condition: { measure: [{ id: "no-such", over: 1 }] }, said: "x" } })).toContain(
            'asks for the number "no-such"',
          );
          const elsewhere = PROTOCOLS.find(
            ({ sided, readings }) =>
              sided === (member.run !== "only run") && !readings.some(({ source }) => source === rule.source),
          )!;
          expect(told({ test: elsewhere.id, positive: undefined, record: undefined })).toContain(
            "says nothing about the rule's source",
          );
        });
      },
    ));

  it("every rule: figures that cannot be are reported", () =>
    forEvery(RULES, (rule) => {
      const n = rule.members.length;
      const { figures } = rule;
      const wrong: readonly ClusterRule["figures"][] =
        figures.kind === "k of n"
          ? [
              { ...figures, k: 0 },
              { ...figures, k: n + 1 },
              { ...figures, counts: { tp: 0, fn: 0, fp: 1, tn: 1 } },
              { ...figures, counts: { tp: 1.5, fn: 1, fp: 1, tn: 1 } },
              { ...figures, sensitivity: 1.2 },
              { ...figures, lrPositive: 0 },
              { ...figures, lrPositive: 4, lrPositive95: [5, 6] },
              { kind: "k of n", k: 1 },
            ]
          : figures.kind === "by count"
            ? [
                { ...figures, strata: [{ from: 0, to: n + 1, lr: 2 }] },
                { ...figures, strata: [{ from: 2, to: 1, lr: 2 }] },
                {
                  ...figures,
                  strata: [
                    { from: 0, to: 1, lr: 2 },
                    { from: 1, to: 2, lr: 3 },
                  ],
                },
                { ...figures, strata: [{ from: 0, to: 0, lr: 0 }] },
                { ...figures, strata: [{ from: 0, to: 0, lr: 2, lr95: [3, 4] }] },
              ]
            : [
                { ...figures, cutOffs: figures.cutOffs.toReversed() },
                { ...figures, cutOffs: [{ ...figures.cutOffs[0]!, k: n + 1 }] },
                { ...figures, cutOffs: [{ ...figures.cutOffs[0]!, specificity: 0 }] },
              ];
      for (const one of wrong)
        expect(faultsOf({ ...rule, figures: one }).length, JSON.stringify(one)).toBeGreaterThan(0);
    }));

  it("do not become the usual one by standing first", () => {
    const sources = [...new Set(RULES.map(({ source }) => source))];
    for (const source of sources) {
      const own = RULES.filter((rule) => rule.source === source);
      expect(usualRule(own.toReversed())).toBe(usualRule(own));
      const added: ClusterRule = { ...own[0]!, id: "one-more" };
      const { usual: _usual, ...plain } = added;
      const marked = own.some(({ usual }) => usual);
      expect(usualRule([plain, ...own])).toBe(marked ? usualRule(own) : "none");
      if (!marked) expect(checkRules([plain, ...RULES], known)[0]?.what).toContain("of which 0 count as a rule");
      if (marked) expect(checkRules([{ ...added, usual: true }, ...RULES], known)[0]?.what).toContain("of which 2");
    }
    expect(checkRules([RULES[0]!, ...RULES], known)[0]?.what).toContain("the id of two rules");
  });
});
