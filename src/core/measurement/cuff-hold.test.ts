import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { cuffHolds, CuffWatch } from "./cuff-hold";
import type { Reading } from "./device";
import { ORDINARY_FAULTS, simulatedDevice } from "./simulated";

const ASKED = { rest: 20, level: 26, within: 1, seconds: 10 };

/** What the cuff shows, second by second and twenty readings in each. */
const shows = (...seconds: readonly number[]): Reading[] =>
  seconds.flatMap((value, second) =>
    Array.from({ length: 20 }, (_none, index) => ({ t: second * 1000 + index * 50, value })),
  );
const times = (count: number, value: number): number[] => Array.from({ length: count }, () => value);

describe("a nod held against a cuff", () => {
  it("is good where it lasted its time and never fell below", () => {
    const [hold, ...more] = cuffHolds(shows(20, 20, ...times(11, 26), 20, 20), ASKED);
    expect(more).toEqual([]);
    expect(hold).toMatchObject({ heldMs: 10_000, drops: 0, belowMs: 0, isFull: true, isGood: true });
  });

  it("that drifts below the band is full and not good, with how often and how long", () => {
    const [hold] = cuffHolds(shows(20, ...times(4, 26), 24, 24, ...times(2, 26), 24, ...times(3, 26), 20), ASKED);
    expect(hold).toMatchObject({ drops: 2, isFull: true, isGood: false });
    expect(hold!.belowMs).toBeGreaterThan(2000);
    expect(hold!.belowMs).toBeLessThan(3500);
  });

  it("that is let go too soon is short, and one under the level is none", () => {
    expect(cuffHolds(shows(20, ...times(6, 26), 20, 20), ASKED)[0]).toMatchObject({ isFull: false, isGood: false });
    expect(cuffHolds(shows(20, ...times(12, 24), 20), ASKED)).toEqual([]);
  });

  it("counts ten with rests between, and one held on and on once", () => {
    const ten = Array.from({ length: 10 }, () => [...times(11, 26), ...times(10, 20)]).flat();
    const holds = cuffHolds(shows(20, ...ten), ASKED);
    expect(holds.filter(({ isGood }) => isGood)).toHaveLength(10);
    expect(cuffHolds(shows(20, ...times(45, 26), 20), ASKED)).toHaveLength(1);
  });

  it("ends where the stream breaks off, and what is older than the last reading is left out", () => {
    const broken = shows(20, ...times(12, 26)).filter(({ t }) => t < 5000 || t > 9000);
    const holds = cuffHolds(broken, ASKED);
    expect(holds[0]).toMatchObject({ isFull: false });
    const watch = new CuffWatch(ASKED);
    for (const reading of shows(20, ...times(5, 26))) watch.add(reading);
    const before = watch.now();
    watch.add({ t: 100, value: 0 });
    watch.add({ t: 9000, value: NaN });
    expect(watch.now()).toEqual(before);
  });

  it("through a cuff that shakes, stalls and repeats itself: every level, ten holds of ten", () => {
    let seed = 11;
    const random = () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;
    for (const level of [22, 24, 26, 28, 30]) {
      const cuff = simulatedDevice(
        { ...ORDINARY_FAULTS, noise: 0.15, tremor: 0.1, hysteresis: 0.05, drift: 0, lost: 3, twice: 3, late: 2 },
        random,
      );
      const ten = Array.from({ length: 10 }, () => [...times(12, level), ...times(10, 20)]).flat();
      const read = shows(20, ...ten).flatMap(({ t, value }) => cuff(t, value));
      expect(cuffHolds(read, { ...ASKED, level }).filter(({ isGood }) => isGood)).toHaveLength(10);
    }
  });

  it("is never good without its whole time at the level, whatever the cuff showed", () =>
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 18, max: 32 }), { maxLength: 60 }), (seconds) => {
        for (const { isGood, isFull, heldMs, drops } of cuffHolds(shows(...seconds), ASKED)) {
          expect(isGood).toBe(isFull && drops === 0);
          expect(heldMs).toBeLessThanOrEqual(10_000);
          expect(isFull).toBe(heldMs === 10_000);
        }
        const atLevel = seconds.filter((value) => value >= ASKED.level - 1).length;
        if (atLevel < 9) expect(cuffHolds(shows(...seconds), ASKED).some(({ isGood }) => isGood)).toBe(false);
      }),
    ));
});
