import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { MARK_DELAY_MS } from "./capture";
import { DELAY_TRIALS, markDelay, MISSED_MS, ownDelay, pressAfter, TOO_SOON_MS } from "./own-delay";

const press = fc.integer({ min: TOO_SOON_MS, max: MISSED_MS });

describe("a delay of one's own", () => {
  it("is there from ten trials on, and not before", () => {
    fc.assert(
      fc.property(fc.array(press, { maxLength: 25 }), (presses) => {
        expect(ownDelay(presses) === null).toBe(presses.length < DELAY_TRIALS);
      }),
    );
  });

  it("lies among its trials, whatever their order, and one press that was far off does not move it beyond its neighbours", () => {
    fc.assert(
      fc.property(fc.array(press, { minLength: DELAY_TRIALS, maxLength: 25 }), press, (presses, odd) => {
        const own = ownDelay(presses)!;
        expect(own.ms).toBeGreaterThanOrEqual(Math.min(...presses));
        expect(own.ms).toBeLessThanOrEqual(Math.max(...presses));
        expect(ownDelay(presses.toReversed())).toEqual(own);
        const sorted = presses.toSorted((a, b) => a - b);
        const [below, above] = [sorted[Math.ceil(sorted.length / 2) - 2]!, sorted[Math.floor(sorted.length / 2) + 1]!];
        const moved = ownDelay([...presses, odd])!.ms;
        expect(moved).toBeGreaterThanOrEqual(Math.floor(below));
        expect(moved).toBeLessThanOrEqual(Math.ceil(above));
      }),
    );
  });

  it("takes the place of the press alone: their reaction and the word before a foot stay", () => {
    fc.assert(
      fc.property(press, (ms) => {
        const own = { ms, spread: 20, trials: 10 };
        expect(markDelay("pad", own)).toBe(ms);
        for (const by of ["pedal", "key"] as const)
          expect(markDelay(by, own) - markDelay("pad", own)).toBe(MARK_DELAY_MS[by] - MARK_DELAY_MS.pad);
      }),
    );
    for (const by of ["pad", "pedal", "key"] as const) expect(markDelay(by, undefined)).toBe(MARK_DELAY_MS[by]);
  });

  it("counts nobody who pressed beforehand, or who missed it", () => {
    const ten = Array.from({ length: DELAY_TRIALS }, (_none, index) => 200 + index * 10);
    expect(ownDelay(ten)).toEqual({ ms: 245, spread: 30, trials: 10 });
    expect(ownDelay([...ten, 3, 99, 2001, 9000])).toEqual(ownDelay(ten));
    expect(ownDelay([...ten.slice(1), 50])).toBeNull();
    expect([99, 100, 2000, 2001].map(pressAfter)).toEqual(["too soon", "trial", "trial", "missed"]);
  });
});
