import { describe, expect, it } from "vitest";
import { placeParts, PLACES, SITE_IDS } from "../vocabulary";
import { regionsOf } from "./body-regions";

const FRONT = regionsOf("front");
const BACK = regionsOf("back");

describe("the body chart", () => {
  it("draws every site, and no place twice in one view", () => {
    const drawn = [...FRONT, ...BACK].map(({ place }) => place);
    expect(SITE_IDS.filter((site) => !drawn.some((place) => placeParts(place).site === site))).toEqual([]);
    for (const view of [FRONT, BACK]) expect(new Set(view.map(({ place }) => place)).size).toBe(view.length);
  });

  it("draws no place that cannot be recorded, and every sided place on both sides", () => {
    const drawn = new Set([...FRONT, ...BACK].map(({ place }) => place));
    expect([...drawn].filter((place) => !PLACES.includes(place))).toEqual([]);
    expect(PLACES.filter((place) => placeParts(place).side !== "central" && !drawn.has(place))).toEqual([]);
  });

  it("has the patient's right on the left of the front and on the right of the back", () => {
    for (const { place, centre } of FRONT) {
      const { side } = placeParts(place);
      if (side !== "central") expect([place, Math.sign(centre[0])]).toEqual([place, side === "left" ? 1 : -1]);
    }
    for (const { place, centre } of BACK) {
      const { side } = placeParts(place);
      if (side !== "central") expect([place, Math.sign(centre[0])]).toEqual([place, side === "right" ? 1 : -1]);
    }
  });
});
