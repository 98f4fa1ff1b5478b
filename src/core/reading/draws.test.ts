import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { buildExam } from "@/fixtures/samples/build";
import { createDrawBook, DRAW_COUNT, spreadOf } from "./draws";
import { beta, seeded } from "./random";
import { readExam, sourceIn } from "./reading";
import { firmness, firmnessOf, ofHundred, percentText, wordFor, WORDS } from "./words";

const settings = { likelyFrom: 0.8, unlikelyTo: 0.1 };

describe("random draws", () => {
  it("are the same for the same seed, and others for another", () => {
    const [a, b, c] = [seeded("x"), seeded("x"), seeded("y")];
    const draws = (random: () => number) => Array.from({ length: 50 }, random);
    expect(draws(a)).toEqual(draws(b));
    expect(draws(seeded("x"))).not.toEqual(draws(c));
  });

  it.each([
    [5, 15],
    [23.5, 4.5],
    [0.5, 12.5],
  ])("Beta(%d, %d) has its mean and variance", (a, b) => {
    const random = seeded(`beta ${a} ${b}`);
    const draws = Array.from({ length: 40_000 }, () => beta(a, b, random));
    const mean = draws.reduce((sum, draw) => sum + draw, 0) / draws.length;
    const variance = draws.reduce((sum, draw) => sum + (draw - mean) ** 2, 0) / draws.length;
    expect(Math.abs(mean - a / (a + b))).toBeLessThan(0.004);
    expect(variance / ((a * b) / ((a + b) ** 2 * (a + b + 1)))).toBeCloseTo(1, 1);
  });
});

describe("the spread of a reading", () => {
  const exam = buildExam().complaint("si-area.right");
  exam.run({ test: "thigh-thrust", side: "right", response: "familiar", felt: ["si-area.right"] });
  exam.run({ test: "si-distraction", response: "nothing" });
  const { recipe } = sourceIn(readExam(exam.state()), "sacroiliac", "right");

  it("is made of 20,000 draws and is the same every time", () => {
    expect(DRAW_COUNT).toBe(20_000);
    expect(spreadOf(recipe, [0.8, 1], createDrawBook())).toEqual(spreadOf(recipe, [0.8, 1], createDrawBook()));
  });

  it("does not depend on which records were drawn before", () => {
    const used = createDrawBook(2000);
    used.record("sacral-thrust.laslett-2005");
    expect(spreadOf(recipe, [0, 1], used)).toEqual(spreadOf(recipe, [0, 1], createDrawBook(2000)));
  });

  it("keeps its order, lies in 0-1, and counts every draw once", () => {
    const book = createDrawBook(4000);
    const { p95, p50, median, inBand } = spreadOf(recipe, [0, 0.3], book);
    const ordered = [p95[0], p50[0], median, p50[1], p95[1]];
    expect(ordered).toEqual(ordered.toSorted((a, b) => a - b));
    expect(inBand + spreadOf(recipe, [0.3, 1], book).inBand).toBeCloseTo(1, 12);
  });

  it("narrows when the start is worth more people", () => {
    const width = (equivalentPeople: number) => {
      const { p95 } = spreadOf(
        { ...recipe, start: { ...recipe.start, equivalentPeople } },
        [0, 1],
        createDrawBook(4000),
      );
      return p95[1] - p95[0];
    };
    expect(width(200)).toBeLessThan(width(20));
  });
});

describe("words", () => {
  const word = (probability: number, start = 0.25, evidence = probability - start, neverUnlikely = false) =>
    wordFor({ probability, start, evidence, neverUnlikely }, settings).word;

  it.each([
    [0.85, "likely"],
    [0.8, "likely"],
    [0.5724, "leaning towards"],
    [0.3, "unsettled"],
    [0.125, "leaning against"],
    [0.1, "unlikely"],
  ] as const)("%d from 0.25 is %s", (probability, expected) => expect(word(probability)).toBe(expected));

  it("does not call a low start unlikely before anything speaks against it", () => {
    expect(word(0.03, 0.03, 0)).toBe("low from the start, hardly moved");
    expect(word(0.0243, 0.03, -0.2)).toBe("low from the start, hardly moved");
    expect(word(0.01, 0.03, -1)).toBe("unlikely");
    expect(word(0.09, 0.15)).toBe("unsettled");
    expect(word(0.03, 0.03, 0, true)).toBe("unsettled");
  });

  it("never says unlikely of what the tests miss", () =>
    expect(word(0.01, 0.25, -3, true)).toBe("not shown by these tests, which miss some"));

  it("is firm from 80 % of the draws on", () => expect([firmness(0.8), firmness(0.79)]).toEqual(["firm", "tentative"]));

  it("speaks of people, and never of none or all", () => {
    expect(ofHundred(0.5724)).toBe("of 100 people like this, about 57 would have it");
    expect([ofHundred(0.001), ofHundred(0.999)].join()).toMatch(/fewer than 1.*more than 99/);
    expect([percentText(0.001), percentText(0.5), percentText(0.999)]).toEqual(["<1 %", "50 %", ">99 %"]);
  });
});

describe("how firm a word is", () => {
  it("every wording follows from its draws, and never claims what it does not know", () =>
    forEvery(WORDS, (word) => {
      expect(firmnessOf({ word }, { inBand: 0.8 })).toBe(word === "open" ? null : "firm");
      expect(firmnessOf({ word }, { inBand: 0.79 })).toBe(word === "open" ? null : "tentative");
      expect(firmnessOf({ word }, null)).toBeNull();
    }));
});
