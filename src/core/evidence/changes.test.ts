import fc from "fast-check";
import Papa from "papaparse";
import { describe, expect, it } from "vitest";
import { InputError } from "../base";
import { EVIDENCE } from "../knowledge";
import { ratiosOf, readExam, sourceIn } from "../reading";
import { buildExam } from "@/fixtures/samples/build";
import { parseChanges } from "./changes";
import { type EvidenceChanges, NO_CHANGES, type OwnRecord, type OwnRule, usesOfRecord } from "./own-figures";
import { findRecord, SHIPPED_EVIDENCE } from "./evidence-set";
import { fromRow, type RecordRow, toRow, withRecords } from "./table";
import { resolveEvidence, versionOf } from "./version-of";

const record = (parts: object = {}) => ({
  id: "own.slump.audit",
  test: "slump",
  source: "lower-lumbosacral-root",
  testedSide: null,
  replaces: null,
  definition: "leg symptom eased by looking up",
  population: "our own people",
  reference: "MRI",
  citation: "Own audit 2026",
  counts: { tp: 20, fn: 5, fp: 4, tn: 30 },
  ...parts,
});
const bare = (parts: object) => {
  const { counts: _counts, ...rest } = record();
  return { ...rest, ...parts };
};
const rule = (parts: object = {}) => ({
  id: "own.two-of-three",
  label: "two of three",
  source: "sacroiliac",
  members: [
    { test: "thigh-thrust", run: "own side" },
    { test: "si-distraction", run: "only run" },
    { test: "sacral-thrust", run: "only run" },
  ],
  k: 2,
  counts: { tp: 20, fn: 5, fp: 4, tn: 30 },
  definition: "familiar symptom",
  population: "our own people",
  reference: "block",
  citation: "Own audit 2026",
  ...parts,
});
const changes = (parts: object = {}) => ({ ...NO_CHANGES, ...parts });

function problemOf(input: unknown): string {
  try {
    parseChanges(input);
  } catch (error) {
    if (error instanceof InputError) return error.message;
    throw error;
  }
  return "taken";
}

describe("a clinic's own figures that cannot be", () => {
  it.each<[string, object, RegExp]>([
    ["a proportion above 1", bare({ sensitivity: 1.2, specificity: 0.8 }), /sensitivity: is above 1.*from 0 to 1/],
    ["a proportion below 0", bare({ sensitivity: 0.8, specificity: -0.1 }), /specificity: is below 0/],
    ["a text for a number", bare({ sensitivity: "high", specificity: 0.8 }), /sensitivity: is not a number/],
    ["an empty cell", record({ counts: { tp: 3, fn: 2, fp: 1 } }), /counts › tn: is empty. Write how many people/],
    [
      "an all-zero table",
      record({ counts: { tp: 0, fn: 0, fp: 0, tn: 0 } }),
      /counts: holds nobody: all four cells are 0/,
    ],
    [
      "nobody with the source",
      record({ counts: { tp: 0, fn: 0, fp: 4, tn: 9 } }),
      /counts › tp: nobody has the source/,
    ],
    ["nobody without it", record({ counts: { tp: 4, fn: 9, fp: 0, tn: 0 } }), /counts › tn: nobody is free/],
    ["half a person", record({ counts: { tp: 2.5, fn: 1, fp: 1, tn: 3 } }), /counts › tp: is not a whole number/],
    ["rows swapped", record({ counts: { tp: 2, fn: 20, fp: 20, tn: 2 } }), /speaks against the source/],
    [
      "an interval without its estimate",
      bare({ sensitivity: 0.8, sensitivity95: [0.85, 0.95], specificity: 0.7 }),
      /sensitivity95: does not hold its own estimate 0.8/,
    ],
    ["a ratio's interval without it", bare({ lrPositive: 9, lrPositive95: [2, 8] }), /lrPositive95: does not hold/],
    [
      "an interval the wrong way round",
      bare({ lrPositive: 3, lrPositive95: [8, 2] }),
      /lrPositive95: has its ends the wrong way round/,
    ],
    ["half an interval", bare({ lrPositive: 3, lrPositive95: [2] }), /lrPositive95.*half an interval/],
    ["one proportion alone", bare({ sensitivity: 0.8 }), /specificity: is missing/],
    ["a ratio of 0", bare({ lrPositive: 0 }), /lrPositive: is not above 0/],
    ["a positive that speaks against", bare({ lrPositive: 0.6 }), /lrPositive: is below 1/],
    ["a negative that speaks for", bare({ lrNegative: 1.6 }), /lrNegative: is above 1/],
    ["no figure at all", bare({}), /holds no figure/],
    ["a ratio without a definition of positive", bare({ lrPositive: 3, definition: "" }), /definition: is too short/],
    [
      "a source the test does not speak about",
      record({ source: "hip" }),
      /source: is no source that "Slump" speaks about/,
    ],
    ["a test that does not exist", record({ test: "slumpp" }), /test: is not one of/],
    [
      "a replaced record of another test",
      record({ replaces: "thigh-thrust.laslett-2005" }),
      /replaces: names a record of another test/,
    ],
    [
      "a replaced record that does not ship",
      record({ replaces: "nobody-1900" }),
      /replaces: names a record that does not ship/,
    ],
    ["a shipped record's id", record({ id: "slump.majlesi-2008" }), /id: is not an id of the clinic's own/],
  ])("%s is refused at its field", (_name, one, said) => {
    expect(problemOf(changes({ records: [one] }))).toMatch(said);
  });

  it.each<[string, object, RegExp]>([
    ["no tests", rule({ members: [] }), /members: is empty: a rule counts at least one test/],
    ["k above n", rule({ k: 4 }), /k: is 4 of 3: it asks for more positives than the rule has tests/],
    ["no k and no table", rule({ k: undefined }), /k: is missing/],
    [
      "itself",
      rule({ members: [{ test: "own.two-of-three", run: "own side" }] }),
      /is the rule itself: a rule cannot count itself/,
    ],
    [
      "another rule",
      rule({ members: [{ test: "si-five-test", run: "own side" }] }),
      /is another rule: a rule counts tests, not rules/,
    ],
    [
      "a test that does not exist",
      rule({ members: [{ test: "hip-hop", run: "own side" }] }),
      /names a test that does not exist, "hip-hop"/,
    ],
    [
      "a test twice",
      rule({
        members: [
          { test: "thigh-thrust", run: "own side" },
          { test: "thigh-thrust", run: "own side" },
        ],
      }),
      /twice/,
    ],
    [
      "a test about something else",
      rule({ members: [{ test: "ulnt-1", run: "own side" }] }),
      /says nothing about sacroiliac/,
    ],
    [
      "a side for a test without",
      rule({ members: [{ test: "sacral-thrust", run: "own side" }], k: 1 }),
      /run: is a test without sides/,
    ],
    [
      "a table that falls",
      rule({
        k: undefined,
        strata: [
          { from: 0, to: 1, lr: 0.5 },
          { from: 2, to: 3, lr: 0.2 },
        ],
      }),
      /falls as more tests are positive/,
    ],
    [
      "counts that overlap",
      rule({
        k: undefined,
        strata: [
          { from: 0, to: 2, lr: 0.5 },
          { from: 2, to: 3, lr: 5 },
        ],
      }),
      /another row holds already/,
    ],
    ["a count beyond its tests", rule({ k: undefined, strata: [{ from: 0, to: 9, lr: 0.5 }] }), /above the 3 tests/],
    [
      "a lowest ratio above 1",
      rule({
        k: undefined,
        strata: [
          { from: 0, to: 1, lr: 2 },
          { from: 2, to: 3, lr: 5 },
        ],
      }),
      /above 1 with no test positive/,
    ],
    [
      "a highest ratio below 1",
      rule({
        k: undefined,
        strata: [
          { from: 0, to: 1, lr: 0.2 },
          { from: 2, to: 3, lr: 0.5 },
        ],
      }),
      /below 1 at the highest count/,
    ],
  ])("a rule of %s is refused at its field", (_name, one, said) => {
    expect(problemOf(changes({ rules: [one] }))).toMatch(said);
  });

  it.each<[string, object, RegExp]>([
    [
      "a start of 0",
      { id: "sacroiliac.below-l5", mean: 0, equivalentPeople: 20, reason: "audit" },
      /mean: is 0: nothing could ever move it/,
    ],
    [
      "a start of 1",
      { id: "sacroiliac.below-l5", mean: 1, equivalentPeople: 20, reason: "audit" },
      /mean: is 1: nothing could ever move it/,
    ],
    [
      "a start of nothing",
      { id: "sacroiliac.belowl5", mean: 0.3, equivalentPeople: 20, reason: "audit" },
      /id: names no starting probability/,
    ],
  ])("%s is refused at its field", (_name, one, said) => {
    expect(problemOf(changes({ starts: [one] }))).toMatch(said);
  });

  it("refuses a switch of nothing, and two records under one id", () => {
    expect(problemOf(changes({ switches: [{ id: "nobody", on: false, reason: "gone" }] }))).toMatch(
      /names no record or rule/,
    );
    expect(problemOf(changes({ records: [record(), record()] }))).toMatch(/records\[1\] › id: is used twice/);
  });
});

describe("a clinic's own figures in force", () => {
  const own = (parts: object = {}) => resolveEvidence(parseChanges(changes(parts)));
  const slumpRight = () => {
    const exam = buildExam().complaint("lateral-calf.right");
    const run = exam.start("slump", "right");
    for (const stage of ["slouch", "chin", "overpressure"]) exam.record(run, { stage, response: "nothing" });
    exam.record(run, { stage: "knee", response: "familiar", felt: ["lateral-calf.right"] });
    exam.record(run, { stage: "head", answer: "less" });
    return exam.state();
  };
  const root = (evidence = SHIPPED_EVIDENCE) =>
    sourceIn(readExam(slumpRight(), evidence), "lower-lumbosacral-root", "right");

  it("take the place of the shipped record, which stays in the list and says why", () => {
    const evidence = own({ records: [record({ replaces: "slump.majlesi-2008" })] });
    expect(findRecord(evidence, "slump.majlesi-2008")?.off).toContain("replaced");
    expect(findRecord(evidence, "own.slump.audit")?.standing).toBe("clinic's own");
    expect(root(evidence).steps[0]).toMatchObject({
      figure: "own.slump.audit",
      printed: expect.closeTo(0.8 / (4 / 34), 6),
    });
    expect(root().steps[0]?.figure).toBe("slump.majlesi-2008");
  });

  it("are each enough on their own, and the missing parts are said to be unknown", () => {
    const evidence = own({ records: [bare({ lrPositive: 6, lrPositive95: [2, 18], replaces: "slump.majlesi-2008" })] });
    expect(ratiosOf(findRecord(evidence, "own.slump.audit")!)).toMatchObject({ lrNegative: null, sensitivity: null });
    expect(root(evidence).probability).toBeCloseTo((0.55 * 6) / (0.55 * 6 + 0.45), 9);
  });

  it("can be switched off and on, with the reason", () => {
    const off = own({ switches: [{ id: "slump.majlesi-2008", on: false, reason: "another machine" }] });
    expect(root(off).steps[0]?.figure).not.toBe("slump.majlesi-2008");
    expect(findRecord(off, "slump.majlesi-2008")?.off).toBe("another machine");
    const on = own({ switches: [{ id: "faber.broadhurst-1998", on: true, reason: "our audit agrees" }] });
    expect(findRecord(on, "faber.broadhurst-1998")?.off).toBeUndefined();
  });

  it("can be a rule, a start, or a start where no study has one", () => {
    const evidence = own({
      rules: [rule()],
      starts: [
        { id: "lower-lumbosacral-root.primary-care", mean: 0.4, equivalentPeople: 30, reason: "our clinic" },
        { id: "hip.other", mean: 0.2, equivalentPeople: 30, reason: "our clinic" },
      ],
    });
    expect(evidence.rules.some(({ id }) => id === "own.two-of-three")).toBe(true);
    expect(root(evidence).start).toMatchObject({ mean: 0.4, equivalentPeople: 30 });
    const buttock = buildExam().complaint("central-buttock.right");
    expect(sourceIn(readExam(buttock.state(), evidence), "hip", "right").start.mean).toBe(0.2);
    const groin = buildExam().complaint("groin.right");
    expect(sourceIn(readExam(groin.state()), "hip", "right").start.mean).toBe(0.29);
  });

  it("have a version that is their content's, and the shipped ones are unchanged", () => {
    const before = JSON.stringify(EVIDENCE);
    expect(versionOf(NO_CHANGES)).toBe("shipped-2");
    expect(versionOf({ ...NO_CHANGES, on: undefined })).toBe("shipped");
    expect(resolveEvidence(NO_CHANGES)).toBe(SHIPPED_EVIDENCE);
    const one = parseChanges(changes({ records: [record()] }));
    expect(versionOf(one)).toMatch(/^[0-9a-f]{16}$/);
    expect(versionOf(parseChanges(JSON.parse(JSON.stringify(one))))).toBe(versionOf(one));
    expect(versionOf({ ...one, rules: [rule() as unknown as OwnRule] })).not.toBe(versionOf(one));
    expect(JSON.stringify(EVIDENCE)).toBe(before);
  });

  it("say in which tests and rules they are used", () => {
    const found = findRecord(SHIPPED_EVIDENCE, "thigh-thrust.laslett-2005")!;
    expect(usesOfRecord(SHIPPED_EVIDENCE, found)).toEqual({
      tests: ["thigh-thrust"],
      rules: ["si-five-test", "si-six-test", "si-four-test", "si-centralisation-excluded"],
    });
    const named = findRecord(SHIPPED_EVIDENCE, "ulnt-1.apelby-albrecht-2013")!;
    expect(usesOfRecord(SHIPPED_EVIDENCE, named).rules).not.toContain("cervical-root-four-item");
  });
});

describe("records as a table", () => {
  const people = fc.integer({ min: 1, max: 400 });
  const share = fc.integer({ min: 51, max: 99 }).map((value) => value / 100);
  const figures = fc.oneof(
    fc.tuple(people, people).map(([most, few]) => ({ counts: { tp: most + few, fn: few, fp: few, tn: most + few } })),
    fc.tuple(share, share, people).map(([sensitivity, specificity, n]) => ({ sensitivity, specificity, people: n })),
    share.map((value) => ({
      lrPositive: 1 + value * 9,
      lrPositive95: [1, 20],
      lrNegative: value,
      lrNegative95: [0.1, 1],
    })),
  );
  const written = fc
    .string({ minLength: 3, maxLength: 40 })
    .filter((text) => text.trim().length >= 3 && text === text.trim());

  it("come back from CSV as they went", () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(figures, written, written), { minLength: 1, maxLength: 5 }), (rows) => {
        const records = rows.map(([given, definition, citation], index) => ({
          ...bare({}),
          ...given,
          id: `own.slump.n${index}`,
          definition,
          citation,
        }));
        const before = parseChanges(changes({ records }));
        const csv = Papa.unparse(before.records.map(toRow));
        const { data } = Papa.parse<RecordRow>(csv, { header: true });
        expect(parseChanges(withRecords(NO_CHANGES, data.map(fromRow)))).toEqual(before);
      }),
      { numRuns: 60 },
    );
  });

  it("a decimal comma is read, and a word for a number is refused where it stands", () => {
    const row: RecordRow = {
      ...toRow(record() as unknown as OwnRecord),
      tp: "",
      fn: "",
      fp: "",
      tn: "",
      sensitivity: "0,84",
      specificity: "0,83",
    };
    const [taken] = (parseChanges(withRecords(NO_CHANGES, [fromRow(row)])) as EvidenceChanges).records;
    expect(taken).toMatchObject({ sensitivity: 0.84, specificity: 0.83 });
    expect(problemOf(withRecords(NO_CHANGES, [fromRow({ ...row, sensitivity: "most" })]))).toMatch(
      /records\[0\] › sensitivity: is not a number/,
    );
  });
});
