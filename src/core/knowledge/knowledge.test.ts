import { describe, expect, it } from "vitest";
import { accuracyOf } from "../reading/likelihood-ratio";
import { LOAD_IDS, RESPONSES, STANDINGS } from "../vocabulary/examination";
import { FAMILIES, SOURCE_IDS, SOURCES } from "../vocabulary/sources";
import { isPlace, placeLabel, PLACES, SITE_IDS } from "../vocabulary/sites";
import { CITATIONS } from "./citations";
import { EVIDENCE } from "./evidence";
import { DOSE_SCHOOLS, PROTOCOLS, TEST_IDS } from "./protocols";
import { RULES } from "./rules";
import { SACROILIAC_STARTS } from "./starting-probabilities";

describe("the catalogue", () => {
  it("has a protocol for every test, once", () =>
    expect(PROTOCOLS.map(({ id }) => id).toSorted()).toEqual([...TEST_IDS].toSorted()));

  it.each(PROTOCOLS)("$name is whole", (protocol) => {
    expect(
      [protocol.placing, protocol.hands, protocol.direction, protocol.stopRule, protocol.figure.description].every(
        (text) => text.length > 8,
      ),
    ).toBe(true);
    expect(protocol.cautions.length).toBeGreaterThan(0);
    protocol.citations.forEach((id) => expect(CITATIONS[id]).toBeTruthy());
    for (const dose of DOSE_SCHOOLS) {
      const stages = protocol.stages[dose];
      expect(new Set(stages.map(({ id }) => id)).size).toBe(stages.length);
      for (const stage of stages) {
        expect(stage.question).toMatch(/\?/);
        expect(stage.loads.length).toBeGreaterThan(0);
        stage.loads.forEach(({ load }) => expect(LOAD_IDS).toContain(load));
      }
    }
    for (const school of protocol.schools) {
      expect(school.options.filter(({ id }) => id === school.defaultOption)).toHaveLength(1);
      expect(school.options.every(({ reason }) => reason.length > 10)).toBe(true);
    }
  });

  it.each(PROTOCOLS)("$name reads every response for every source it speaks about", ({ readings }) => {
    for (const { source, lines, pointsOnly } of readings) {
      expect(SOURCE_IDS).toContain(source);
      if (pointsOnly) continue;
      const unconditional = lines
        .filter(({ felt, notFelt, school }) => !felt && !notFelt && !school)
        .map(({ when }) => when);
      for (const when of [...RESPONSES.filter((response) => response !== "familiar"), "reproduced", "not reproduced"])
        expect(unconditional).toContain(when);
    }
  });
});

describe("the evidence", () => {
  it.each([...EVIDENCE, ...RULES])("$id names its study and standing", (record) => {
    expect(CITATIONS[record.citation]).toMatch(/\d{4};\d+:\d+/);
    expect(STANDINGS).toContain(record.standing);
    expect(TEST_IDS).toEqual(
      expect.arrayContaining("members" in record ? record.members.map(({ test }) => test) : [record.test]),
    );
  });

  it.each(EVIDENCE.filter(({ counts }) => counts))(
    "$id: its counts give its printed proportions again",
    ({ counts, sensitivity, specificity }) => {
      const found = accuracyOf(counts!);
      expect(Math.abs(found.sensitivity - sensitivity)).toBeLessThan(0.0075);
      expect(Math.abs(found.specificity - specificity)).toBeLessThan(0.0075);
    },
  );

  it.each([
    ["si-five-test", 4.02, 0.19],
    ["si-six-test", 4.29, 0.08],
    ["si-four-test", 4.0, 0.16],
    ["si-centralisation-excluded", 6.97, 0.1],
  ])("%s gives its printed ratios within rounding", (id, lrPositive, lrNegative) => {
    const found = accuracyOf(RULES.find((rule) => rule.id === id)!.counts);
    expect(Math.abs(found.lrPositive - lrPositive)).toBeLessThan(0.006);
    expect(Math.abs(found.lrNegative - lrNegative)).toBeLessThan(0.006);
  });

  it("says why a record is off, and has no rule that cannot be met", () => {
    EVIDENCE.filter(({ off }) => off !== undefined).forEach(({ off }) => expect(off!.length).toBeGreaterThan(20));
    RULES.forEach(({ k, members }) => expect(k).toBeLessThanOrEqual(members.length));
  });

  it("starts between 0 and 1", () =>
    Object.values(SACROILIAC_STARTS).forEach(({ mean }) => expect(mean > 0 && mean < 1).toBe(true)));
});

describe("the vocabulary", () => {
  it("has the body chart's sites and every family's sources", () => {
    expect(SITE_IDS).toHaveLength(29);
    expect(new Set(SOURCE_IDS.map((id) => SOURCES[id].family))).toEqual(new Set(FAMILIES));
    expect(SOURCE_IDS).toHaveLength(36);
  });

  it("names places with their side first", () => {
    expect(placeLabel("si-area.right")).toBe("right buttock below L5, beside the sacrum");
    expect(placeLabel("saddle.central")).toBe("saddle area");
    expect(PLACES.every(isPlace)).toBe(true);
    expect(isPlace("si-area.central")).toBe(false);
  });
});
