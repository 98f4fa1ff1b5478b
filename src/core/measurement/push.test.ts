import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { InputError } from "../base";
import type { Reading } from "./device";
import { forceMemory, pushesOf } from "./push";
import { ORDINARY_FAULTS, simulatedDevice } from "./simulated";

const BAND = [245, 294] as const;

/** Built up, held and let go, sampled a hundred times a second from a moment on. */
const pushAt = (from: number, force: number, holdMs: number, riseMs = 1000): Reading[] => {
  const whole = 2 * riseMs + holdMs;
  return Array.from({ length: whole / 10 + 40 }, (_none, index) => {
    const t = index * 10;
    const value = t < riseMs ? (force * t) / riseMs : t < riseMs + holdMs ? force : (force * (whole - t)) / riseMs;
    return { t: from + t, value: Math.max(0, value) };
  });
};

describe("a push", () => {
  it("is told by its rise, what it was held at, and how long it lay in the band asked", () => {
    const [push, ...more] = pushesOf(pushAt(500, 260, 5000), BAND);
    expect(more).toEqual([]);
    expect(push!.plateau).toBeCloseTo(260, 0);
    expect(push!.peak).toBe(260);
    expect(push!.rise).toBeCloseTo(260, -1);
    /** Five seconds held, and the last of the way up and the first of the way down. */
    expect(push!.insideMs).toBeGreaterThanOrEqual(5000);
    expect(push!.insideMs).toBeLessThan(5200);
    expect(push!.to).not.toBeNull();
  });

  it("too weak or too strong lies in no band, and keeps what it was", () => {
    expect(pushesOf(pushAt(0, 180, 3000), BAND)[0]).toMatchObject({ peak: 180, insideMs: 0 });
    const strong = pushesOf(pushAt(0, 400, 3000), BAND)[0]!;
    expect(strong.insideMs).toBeLessThan(400);
    expect(strong.plateau).toBeCloseTo(400, 0);
  });

  it("that is still given has no end yet, and a hand that rests is none", () => {
    expect(pushesOf(pushAt(0, 260, 5000).slice(0, 300), BAND)[0]!.to).toBeNull();
    for (const resting of [10, 20, 40, 60]) expect(pushesOf(pushAt(0, resting, 5000), BAND)).toEqual([]);
    expect(pushesOf([], BAND)).toEqual([]);
  });

  it("is the same whatever order its readings come in, and what is missing is not counted as held", () => {
    const readings = pushAt(0, 260, 5000);
    fc.assert(
      fc.property(fc.shuffledSubarray(readings, { minLength: readings.length }), (shuffled) => {
        expect(pushesOf([...shuffled, ...shuffled.slice(0, 20)], BAND)).toEqual(pushesOf(readings, BAND));
      }),
      { numRuns: 30 },
    );
    const holed = readings.filter(({ t }) => t < 2000 || t > 5000);
    expect(pushesOf(holed, BAND)[0]!.insideMs).toBeLessThan(2400);
  });

  it("read from a gauge that shakes and loses readings comes to the same within a few newtons", () => {
    let seed = 7;
    const random = () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;
    for (let turn = 0; turn < 40; turn++) {
      const gauge = simulatedDevice({ ...ORDINARY_FAULTS, noise: 1.5, tremor: 3, lost: 5, twice: 3, late: 3 }, random);
      const read = pushAt(0, 250 + turn, 3000).flatMap(({ t, value }) => gauge(t, value));
      /** One: where it shakes about the least that is felt, on the way up and down, it makes no other. */
      const pushes = pushesOf(read, BAND);
      expect(pushes).toHaveLength(1);
      expect(Math.abs(pushes[0]!.plateau - (250 + turn))).toBeLessThan(4);
    }
  });

  it("asks for a band", () => {
    expect(() => pushesOf([], [0, 0])).toThrow(InputError);
    expect(() => pushesOf([], [10, 5])).toThrow(/Give the least first/);
  });
});

describe("what a hand remembers of a force", () => {
  it("is its scatter, how far it lies off, and whether it tires", () => {
    expect(forceMemory([240, 250, 260], 245)).toMatchObject({ n: 3, mean: 250, bias: 5, scatter: 10, drift: 10 });
    const tired = forceMemory([250, 248, 246, 244, 242, 240, 238, 236, 234, 232], 250);
    expect(tired.drift).toBeCloseTo(-2, 10);
    expect(tired.bias).toBeCloseTo(-9, 10);
    expect(tired.limits[0]).toBeLessThan(232);
  });

  it("needs three pushes", () => expect(() => forceMemory([250, 251], 250)).toThrow(/are 2. Push 3 times/));

  it("moves with all of them alike: only the mean and what hangs on it", () =>
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 500 }), { minLength: 3, maxLength: 20 }),
        fc.integer({ min: 1, max: 100 }),
        (pushes, by) => {
          const [one, other] = [
            forceMemory(pushes, 200),
            forceMemory(
              pushes.map((value) => value + by),
              200,
            ),
          ];
          expect(other.bias - one.bias).toBeCloseTo(by, 6);
          expect(other.scatter).toBeCloseTo(one.scatter, 6);
          expect(other.drift).toBeCloseTo(one.drift, 6);
        },
      ),
    ));
});
