import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Sample } from "./movement";
import { samplesOf, trace, traceOf } from "./trace";

/** A movement as a device sends it: uneven in time, up and down. */
const movements = fc
  .array(fc.record({ after: fc.integer({ min: 1, max: 60 }), by: fc.integer({ min: -40, max: 40 }) }), {
    minLength: 3,
    maxLength: 900,
  })
  .map((steps) => {
    const samples: Sample[] = [];
    let [t, angle] = [1000, 0];
    for (const { after, by } of steps)
      samples.push({ t: (t += after), angle: (angle = Math.max(-170, Math.min(170, angle + by / 10))) });
    return samples;
  });

describe("a curve that is kept", () => {
  it("is what the schema takes, for every movement and moment in it", () =>
    fc.assert(
      fc.property(movements, fc.nat(), (samples, nth) => {
        const { t } = samples[nth % samples.length]!;
        const kept = traceOf(samples, t);
        if (kept) expect(trace().isValidSync(kept, { strict: true })).toBe(true);
      }),
    ));

  it("goes through the samples it was made of, to a tenth and what is lost between two of its own", () =>
    fc.assert(
      fc.property(movements, fc.nat(), (samples, nth) => {
        const { t } = samples[nth % samples.length]!;
        const kept = traceOf(samples, t);
        for (const one of kept ? samplesOf(kept) : []) {
          const [near] = [...samples].sort((a, b) => Math.abs(a.t - t - one.t) - Math.abs(b.t - t - one.t));
          /** No faster than 4 degrees a reading, so never further off than the readings about it. */
          expect(Math.abs(near!.angle - one.angle)).toBeLessThanOrEqual(4.06);
        }
        const there = kept && samplesOf(kept).find((one) => one.t === 0);
        if (there) expect(there.angle).toBeCloseTo(samples.find((one) => one.t === t)!.angle, 1);
      }),
    ));

  it("says nothing of a gap, and begins and ends with what was measured", () => {
    const samples = [...[0, 20, 40].map((t) => ({ t, angle: 1 })), ...[400, 420, 440].map((t) => ({ t, angle: 9 }))];
    const kept = traceOf(samples, 420)!;
    expect(kept.tenths.slice(0, 3)).toEqual([10, 10, 10]);
    expect(kept.tenths.slice(3, 20).every((one) => one === null)).toBe(true);
    expect(kept.tenths.slice(20)).toEqual([90, 90, 90]);
    expect(kept.at).toBe(21);
  });

  it("keeps six seconds before and two after, and is none where nothing is known", () => {
    const long = Array.from({ length: 2000 }, (_none, place) => ({ t: place * 10, angle: place / 50 }));
    const kept = traceOf(long, 15_000)!;
    expect([kept.at, kept.tenths.length]).toEqual([300, 401]);
    expect(traceOf([], 100)).toBeNull();
    expect(traceOf([{ t: 0, angle: 3 }], 0)).toBeNull();
  });
});
