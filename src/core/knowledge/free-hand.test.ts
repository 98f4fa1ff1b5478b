import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { freeHandIn, sayFreeHand } from "./free-hand";
import { optionIn, protocolOf, SCHOOLS, TEST_IDS } from "./protocols";

/** Words of how a test is placed that say what the hands or arms do. */
const PLACED_WITH_HANDS = /hands behind|arms crossed|arms out|hand on the wall|knee held to the chest/;

describe("the hand that is free while a test is done", () => {
  it("every test, technique option and side: a question is either worded or both hands are free", () =>
    forEvery(TEST_IDS, (test) => {
      const { schools, sided } = protocolOf(test);
      const ways = schools.flatMap(({ id, options }) => options.map((option) => ({ [id]: option.id })));
      for (const variant of [{}, ...ways])
        for (const side of sided ? (["right", "left"] as const) : [null]) {
          const free = freeHandIn(test, variant);
          const said = sayFreeHand(free, side);
          expect(said === null).toBe(free.hand === "both");
          expect(free.because === null).toBe(free.hand === "both");
          if (said === null) continue;
          expect(said).toMatch(/^[A-Z].*[a-z]\.$/);
          if (free.hand === "other" && side) expect(said).toContain(side === "right" ? "left hand" : "right hand");
        }
    }));

  it("is not both where the placing itself keeps the hands busy", () => {
    const placed = TEST_IDS.filter((test) => PLACED_WITH_HANDS.test(protocolOf(test).placing));
    expect(placed.length).toBeGreaterThan(3);
    expect(placed.filter((test) => freeHandIn(test).hand === "both")).toEqual([]);
  });

  it("names only ways of doing that there are", () => {
    for (const [school, option] of [
      ["slump-hands", "behind"],
      ["valsalva-way", "thumb"],
    ] as const)
      expect(SCHOOLS.find(({ id }) => id === school)?.options.map(({ id }) => id)).toContain(option);
    expect(optionIn({}, "slump-hands")).toBe("behind");
    expect(freeHandIn("valsalva").hand).toBe("both");
  });
});
