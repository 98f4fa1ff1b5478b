import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { whatOf } from "@/fixtures/samples/what-of";
import {
  angleAlong,
  BAD_FAULTS,
  Capture,
  type Faults,
  MARK_DELAY_MS,
  ORDINARY_FAULTS,
  type Reading,
  simulatedDevice,
  trialsOf,
  type Waypoint,
} from "@/core/measurement";

/** A generator whose numbers are always the same. */
const generator = (seed: number) => () => {
  seed = (Math.imul(seed, 1_664_525) + 1_013_904_223) >>> 0;
  return seed / 4_294_967_296;
};

const STEP = 10;
const QUIET: Faults = { noise: 0, tremor: 0, drift: 0, hysteresis: 0, lost: 0, twice: 0, late: 0 };

/** What a device would have sent over a movement, in the order it was sent. */
function sent(way: readonly Waypoint[], faults: Faults, until: number, seed = 7): Reading[] {
  const device = simulatedDevice(faults, generator(seed));
  return Array.from({ length: until / STEP }, (_none, n) => device(n * STEP, angleAlong(way, n * STEP))).flat();
}

/** A second at rest, then up by so much in so long, held, and down. */
const raise = (to: number, tookMs: number, heldMs = 1500): Waypoint[] => [
  { at: 1000, angle: 0 },
  { at: 1000 + tookMs, angle: to },
  { at: 1000 + tookMs + heldMs, angle: to },
  { at: 1000 + tookMs + heldMs + 2000, angle: 0 },
];

/** Takes readings in up to a moment, zero taken after the first half second. */
function captured(readings: readonly Reading[], until: number, reads: "since zero" | "short of zero" = "since zero") {
  const capture = new Capture(reads);
  let zeroed = false;
  for (const reading of readings) {
    if (reading.t > until) break;
    capture.add(reading);
    if (!zeroed && reading.t >= 500) zeroed = capture.takeZero() === null;
  }
  return capture;
}

describe("a measurement as it happens", () => {
  it("reads the angle at the moment that was meant, not at that of the mark", () => {
    const way = raise(70, 7000, 3000);
    const readings = sent(way, QUIET, 12_000);
    /** The symptom came at 4.5 s; a thumb says so 300 ms later, a foot 800 ms. */
    for (const by of ["pad", "pedal"] as const) {
      const mark = 4500 + MARK_DELAY_MS[by];
      const onset = captured(readings, mark).mark(mark, MARK_DELAY_MS[by]);
      expect(onset?.angle).toBeCloseTo(angleAlong(way, 4500), 0);
      expect(onset?.error).toBeCloseTo((onset!.speed * MARK_DELAY_MS[by]) / 2000, 6);
    }
  });

  it("is as good on a bad device: within two degrees in all but one of a hundred", () => {
    const way = raise(70, 14_000);
    const errors = Array.from({ length: 200 }, (_none, seed) => {
      const readings = sent(way, BAD_FAULTS, 12_000, seed + 1);
      const onset = captured(readings, 8300).mark(8300, MARK_DELAY_MS.pad);
      return Math.abs((onset?.angle ?? NaN) - angleAlong(way, 8000));
    }).toSorted((a, b) => a - b);
    expect(errors[198]).toBeLessThan(2);
  });

  it("reads a mark at any moment, between two readings and just after the last", () => {
    const way = raise(70, 7000);
    const readings = sent(way, QUIET, 6000);
    for (const at of [4503.7, 5001.2, 5996.1, 6004.9, 6090.3]) {
      const onset = captured(readings, 6000).mark(at, 300);
      expect(onset?.angle, String(at)).toBeCloseTo(angleAlong(way, at - 300), 0);
    }
  });

  it("does not take a rest after a mark for the end, and takes the rest after that", () => {
    const way: Waypoint[] = [
      { at: 1000, angle: 0 },
      { at: 4000, angle: 40 },
      { at: 6000, angle: 40 },
      { at: 8000, angle: 65 },
      { at: 11_000, angle: 65 },
    ];
    const readings = sent(way, ORDINARY_FAULTS, 11_000);
    const unmarked = captured(readings, 5500);
    expect(unmarked.end()?.angle).toBeCloseTo(40, 0);
    const marked = new Capture("since zero");
    for (const reading of readings) {
      marked.add(reading);
      if (reading.t === 500) marked.takeZero();
      if (reading.t === 4200) marked.mark(4200, 300);
      if (reading.t === 5900) expect(marked.end()).toBeNull();
    }
    expect(marked.end()?.angle).toBeCloseTo(65, 0);
  });

  it("knows the limb up and down again", () => {
    const readings = sent(raise(60, 4000), ORDINARY_FAULTS, 12_000);
    expect(captured(readings, 900).live()).toMatchObject({ isUp: false, isDown: false });
    expect(captured(readings, 5500).live()).toMatchObject({ isUp: true, isDown: false });
    const after = captured(readings, 11_000);
    expect(after.live()).toMatchObject({ isUp: false, isDown: true });
    after.startOver();
    expect(after.live()).toMatchObject({ isUp: false, isDown: false });
  });

  it("reads what falls short of straight as the knee is straightened", () => {
    const shin: Waypoint[] = [
      { at: 600, angle: 0 },
      { at: 2000, angle: -80 },
      { at: 6000, angle: -20 },
    ];
    const capture = captured(sent(shin, QUIET, 7000), 7000, "short of zero");
    expect(capture.live().angle).toBeCloseTo(20, 1);
  });

  it("takes zero of a limb that rests, however noisy its device is", () => {
    for (let seed = 1; seed <= 50; seed++) {
      const capture = new Capture("since zero");
      for (const reading of sent([{ at: 0, angle: 12 }], BAD_FAULTS, 1500, seed)) capture.add(reading);
      expect(capture.takeZero()).toBeNull();
      expect(Math.abs(capture.live().angle!)).toBeLessThan(1.2);
    }
  });

  it("takes no zero of a limb that moves, and says by how much it did", () => {
    const capture = new Capture("since zero");
    for (let t = 0; t < 300; t += STEP) capture.add({ t, value: t / 20 });
    expect(whatOf(capture.takeZero())).toMatch(/moved by 1[0-9.]+°/);
    expect(whatOf(new Capture("since zero").takeZero())).toContain("no reading");
  });

  it("reads the same whatever order the readings come in, each once", () => {
    fc.assert(
      fc.property(fc.shuffledSubarray([...Array(120).keys()], { minLength: 120 }), fc.nat(50), (order, twice) => {
        const inOrder = new Capture("since zero");
        for (let n = 0; n < 120; n++) inOrder.add({ t: n * STEP, value: Math.sin(n / 9) * 30 });
        const mixed = new Capture("since zero");
        for (const n of order) mixed.add({ t: n * STEP, value: Math.sin(n / 9) * 30 });
        expect(mixed.add({ t: order[twice]! * STEP, value: 99 })).toBe(false);
        expect(mixed.since(-Infinity)).toEqual(inOrder.since(-Infinity));
        expect(mixed.live()).toEqual(inOrder.live());
      }),
      { numRuns: 40 },
    );
  });

  it("keeps two minutes and no more, and reads as it did", () => {
    const capture = new Capture("since zero");
    for (let n = 0; n < 40_000; n++) capture.add({ t: n * STEP, value: n % 90 });
    expect(capture.since(-Infinity)).toHaveLength(12_000);
    expect(capture.since(-Infinity)[0]!.t).toBe((40_000 - 12_000) * STEP);
    expect(capture.add({ t: 5, value: 1 })).toBe(false);
    expect(capture.live().angle).toBeCloseTo(((39_999 % 90) + (39_995 % 90)) / 2, 6);
  });

  it.each([NaN, Infinity, 4000])("uses no reading of %s", (value) => {
    const capture = new Capture("since zero");
    expect(capture.add({ t: 0, value })).toBe(false);
    expect(capture.add({ t: NaN, value: 3 })).toBe(false);
    expect(capture.live().angle).toBeNull();
  });

  it("marks nothing where the stream has gone silent", () => {
    const readings = sent(raise(60, 4000), QUIET, 3000);
    expect(captured(readings, 3000).mark(5000, 300)).toBeNull();
    expect(new Capture("since zero").mark(100, 300)).toBeNull();
  });

  it("tells how steady a limb was held", () => {
    const steady = captured(sent([{ at: 0, angle: 50 }], ORDINARY_FAULTS, 5000), 5000).steadiness(3000)!;
    expect(steady).toBeGreaterThan(0.1);
    expect(steady).toBeLessThan(0.6);
    expect(new Capture("since zero").steadiness(3000)).toBeNull();
  });

  it("takes several trials together", () => {
    expect(trialsOf([])).toBeNull();
    expect(trialsOf([41])).toEqual({ mean: 41, spread: null, count: 1 });
    expect(trialsOf([62, 64])?.spread).toBeCloseTo(Math.SQRT2, 10);
  });
});
