import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { ByDifference } from "./by-difference";

describe("a joint's angle by difference", () => {
  it("is the same however the upper limb lies", () =>
    fc.assert(
      fc.property(fc.integer({ min: -80, max: 80 }), fc.integer({ min: -90, max: 90 }), (thigh, knee) => {
        const both = new ByDifference();
        expect(both.add({ t: 0, value: thigh }, 1)).toBeNull();
        expect(both.add({ t: 20, value: thigh + knee }, 0)?.value).toBeCloseTo(knee, 9);
      }),
    ));

  it("is none where one has fallen silent, and comes back with it", () => {
    const both = new ByDifference();
    both.add({ t: 0, value: 5 }, 1);
    expect(both.add({ t: 100, value: 15 }, 0)?.value).toBe(10);
    expect(both.add({ t: 400, value: 15 }, 0)).toBeNull();
    both.add({ t: 420, value: 6 }, 1);
    expect(both.add({ t: 430, value: 15 }, 0)?.value).toBe(9);
  });

  it("takes no reading that comes late for the newest, and trusts no more than the worse of the two", () => {
    const both = new ByDifference();
    both.add({ t: 100, value: 5 }, 1);
    both.add({ t: 50, value: 90, quality: 1 }, 1);
    expect(both.add({ t: 110, value: 15, quality: 0.4 }, 0)).toEqual({ t: 110, value: 10, quality: 0.4 });
  });
});
