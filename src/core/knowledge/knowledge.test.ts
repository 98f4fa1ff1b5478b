import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { accuracyOf, ratiosOf, tableEntries } from "../reading";
import { FAMILIES, isPlace, placeLabel, PLACES, SITE_IDS, SOURCE_IDS, SOURCES, SOURCE_STATUSES } from "../vocabulary";
import { type CitationId, CITATIONS } from "./citations";
import { EVIDENCE } from "./studies";
import { checkCatalogue } from "./check/check-catalogue";
import { type Protocol, protocolOf, PROTOCOLS, SCHOOLS, TEST_IDS } from "./protocols";
import { searchCatalogue } from "./search";
import { SHEETS } from "./sheets";
import { type PrintedFigures, RULES, testMembers } from "./rules";
import { STARTS } from "./starts/starting-probabilities";

describe("the catalogue", () => {
  it("has a protocol for every test, once", () =>
    expect(PROTOCOLS.map(({ id }) => id).toSorted()).toEqual([...TEST_IDS].toSorted()));

  it("puts every test on a sheet, or leaves it to be added from the library by name", () => {
    const onSheets = new Set(SHEETS.flatMap(({ tests }) => tests));
    const byName = PROTOCOLS.filter(({ id }) => !onSheets.has(id)).map(
      ({ name }) => searchCatalogue(name)[0]?.name === name,
    );
    expect(byName.every(Boolean)).toBe(true);
  });

  it("every test list names tests of the catalogue, each once", () =>
    forEvery(SHEETS, ({ tests }) => {
      expect(new Set(tests).size).toBe(tests.length);
      tests.forEach((test) => expect(TEST_IDS).toContain(test));
    }));

  const slump = protocolOf("slump");
  const edited = (change: Partial<Protocol>) =>
    checkCatalogue([{ ...slump, ...change }], SCHOOLS).filter(({ where }) => where.startsWith("slump"));
  it.each<[string, Partial<Protocol>, string, RegExp]>([
    [
      "a stage without a question",
      { stages: [{ ...slump.stages[0]!, question: "" }] },
      "slump › slouch",
      /no question/,
    ],
    [
      "a number less another that is not measured",
      {
        readings: [
          {
            source: "hip",
            sides: "tested side",
            lines: [{ measure: [{ id: "knee", less: "nothing" }], outcome: "negative", reason: "by number" }],
          },
        ],
      },
      "slump › hip › line 1",
      /"nothing", which the test does not measure/,
    ],
    [
      "a number up to one that is not measured",
      { measures: [{ id: "onset", label: "Onset", unit: "°", range: [0, 90], upTo: "nothing" }] },
      "slump › measures › onset",
      /"nothing"/,
    ],
    [
      "an aftermath of a source it does not speak about",
      { aftermath: [{ source: "cervical-artery", outcomes: ["positive"], effects: [] }] },
      "slump › aftermath",
      /says nothing/,
    ],
    ["a stage without a load", { stages: [{ ...slump.stages[0]!, loads: [] }] }, "slump › slouch", /no load/],
    ["a citation that is not listed", { citations: ["nobody-1900" as never] }, "slump › citations", /nobody-1900/],
    [
      "a school without its default",
      { schools: [{ ...slump.schools[0]!, defaultOption: "none" }] },
      "slump › school slump-order",
      /default/,
    ],
    [
      "a response nobody reads",
      {
        readings: [
          { source: "hip", sides: "tested side", lines: [{ when: "nothing", outcome: "negative", reason: "nothing" }] },
        ],
      },
      "slump › hip tested side",
      /"stretch"/,
    ],
    [
      "a line about a stage that is not there",
      {
        readings: [
          {
            source: "hip",
            sides: "tested side",
            pointsOnly: true,
            lines: [{ at: ["hop"], outcome: "positive", reason: "hopping" }],
          },
        ],
      },
      "slump › hip › line 1",
      /"hop"/,
    ],
    ["no caution at all", { cautions: [] }, "slump › cautions", /none/],
  ])("names %s, its place and what to do", (_what, change, where, what) => {
    const found = edited(change).find((one) => one.where === where && what.test(one.what));
    expect(found?.todo).toMatch(/\.$/);
  });

  it("finds a test by name, another name, region, source or position", () => {
    expect(searchCatalogue("bragard")[0]?.id).toBe("dorsiflexion-sign");
    expect(searchCatalogue("Spurling")[0]?.id).toBe("foraminal-compression");
    expect(searchCatalogue("prone hip").map(({ id }) => id)).toContain("active-hip-extension");
    expect(
      searchCatalogue("thoracic outlet")
        .map(({ id }) => id)
        .toSorted(),
    ).toEqual(["elevated-arm", "outlet-pulse"]);
    expect(searchCatalogue("")).toHaveLength(PROTOCOLS.length);
    expect(searchCatalogue("no such thing")).toEqual([]);
  });
});

describe("the evidence", () => {
  it("every record and rule names its study and standing", () =>
    forEvery([...EVIDENCE, ...RULES], (record) => {
      expect(CITATIONS[record.citation as CitationId]).toMatch(/\d{4};\d+:(CD)?\d+/);
      expect(SOURCE_STATUSES).toContain(record.standing);
      expect(TEST_IDS).toEqual(
        expect.arrayContaining("members" in record ? testMembers(record).map(({ test }) => test) : [record.test]),
      );
    }));

  it("every record with counts gives its printed proportions", () =>
    forEvery(
      EVIDENCE.filter(({ counts }) => counts),
      ({ counts, sensitivity, specificity }) => {
        const found = accuracyOf(counts!);
        expect(Math.abs(found.sensitivity - sensitivity!)).toBeLessThan(0.008);
        expect(Math.abs(found.specificity - specificity!)).toBeLessThan(0.008);
      },
    ));

  it.each([
    ["si-five-test", 4.02, 0.19],
    ["si-six-test", 4.29, 0.08],
    ["si-four-test", 4.0, 0.16],
    ["si-centralisation-excluded", 6.97, 0.1],
  ])("%s gives its printed ratios within rounding", (id, lrPositive, lrNegative) => {
    const { figures } = RULES.find((rule) => rule.id === id)!;
    const found = ratiosOf(figures as PrintedFigures);
    expect(Math.abs(found.lrPositive! - lrPositive)).toBeLessThan(0.006);
    expect(Math.abs(found.lrNegative! - lrNegative)).toBeLessThan(0.006);
  });

  it("says why a record is off, and has no rule that cannot be met", () => {
    EVIDENCE.filter(({ off }) => off !== undefined).forEach(({ off }) => expect(off!.length).toBeGreaterThan(20));
    RULES.forEach((rule) => {
      expect(tableEntries(rule).at(-1)!.to).toBe(rule.members.length);
      expect(tableEntries(rule).at(-1)!.ratio).toBeGreaterThan(1);
    });
  });

  it("starts between 0 and 1", () => STARTS.forEach(({ mean }) => expect(mean > 0 && mean < 1).toBe(true)));
});

describe("the vocabulary", () => {
  it("has the body chart's sites and every family's sources", () => {
    expect(new Set(SOURCE_IDS.map((id) => SOURCES[id].family))).toEqual(new Set(FAMILIES));
    expect(new Set(SITE_IDS).size).toBe(SITE_IDS.length);
  });

  it("names places with their side first", () => {
    expect(placeLabel("si-area.right")).toBe("right buttock below L5, beside the sacrum");
    expect(placeLabel("saddle.central")).toBe("saddle area");
    expect(PLACES.every(isPlace)).toBe(true);
    expect(isPlace("si-area.central")).toBe(false);
  });
});
