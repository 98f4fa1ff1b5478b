import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import {
  type Gravity,
  gravityOf,
  isUsable,
  leanOf,
  readSerialLine,
  STREAM_UNITS,
  tieClocks,
  turnedAbout,
} from "@/core/measurement";

describe("another clock", () => {
  it("is tied within half the shortest way there and back, whatever the delays are", () => {
    const delay = fc.tuple(fc.nat(200), fc.nat(200));
    fc.assert(
      fc.property(
        fc.integer({ min: -1e9, max: 1e9 }),
        fc.array(delay, { minLength: 1, maxLength: 8 }),
        (ahead, delays) => {
          let now = 0;
          const trips = delays.map(([there, back]) => {
            const sent = (now += 50);
            return { sent, there: sent + there + ahead, heard: (now += there + back) };
          });
          const { offset, error } = tieClocks(trips);
          expect(Math.abs(offset + ahead)).toBeLessThanOrEqual(error + 1e-6);
          expect(error).toBe(Math.min(...delays.map(([there, back]) => there + back)) / 2);
        },
      ),
    );
  });

  it("is not tied by what cannot be", () => {
    expect(() => tieClocks([{ sent: 10, there: 5, heard: 3 }])).toThrow("was never told");
  });
});

describe("the serial line", () => {
  it.each([
    ["1200,42.5,deg", { reading: { t: 1200, value: 42.5 }, stream: 0, unit: "°" }],
    [" 5 , -3 , DEG , B ", { reading: { t: 5, value: -3 }, stream: 1, unit: "°" }],
    ["10,24,mmHg", { reading: { t: 10, value: 24 }, stream: 0, unit: "mmHg" }],
    ["10,245.2,N", { reading: { t: 10, value: 245.2 }, stream: 0, unit: "N" }],
    ["# calibrated", { skipped: true }],
    ["", { skipped: true }],
  ])("reads %j", (line, told) => expect(readSerialLine(line)).toEqual(told));

  it.each([
    ["42", /is not "ms,number,unit"/],
    ["1,2,3,4,5", /is no unit|is not/],
    ["1,2,rad", /"rad" is no unit: use °, mmHg, N/],
    ["1,2,deg,c", /is no stream: use a or b/],
    ["1,,deg", /out of range, or not a number/],
    ["1,900,deg", /out of range/],
    ["x,2,deg", /out of range, or not a number/],
    ["1,2,deg,a,more", /is not/],
    ["9".repeat(300), /longer than 120/],
  ])("says what is wrong with %j", (line, why) => {
    expect((readSerialLine(line) as { problem: string }).problem).toMatch(why);
  });

  it("never throws, and takes nothing that cannot be used", () => {
    fc.assert(
      fc.property(fc.string(), (line) => {
        const told = readSerialLine(line);
        if ("reading" in told) expect(isUsable(told.reading, told.unit)).toBe(true);
      }),
    );
  });

  it("every unit: a sample the device does not trust is not used", () =>
    forEvery(STREAM_UNITS, (unit) => {
      expect(isUsable({ t: 0, value: 20, quality: 0.4 }, unit)).toBe(false);
      expect(isUsable({ t: 0, value: 20, quality: 0.6 }, unit)).toBe(true);
    }));
});

describe("where gravity is", () => {
  const RADIANS = Math.PI / 180;
  /** A device turned about its x axis by so much, from lying on its back. */
  const about = (degrees: number): Gravity => [0, -Math.sin(degrees * RADIANS), -Math.cos(degrees * RADIANS)];

  it("tells how far a device has turned about an axis that lies level, all the way round", () => {
    for (const zero of [-60, 0, 25, 90])
      for (const turn of [-170, -90, -30, 0, 12, 45, 90, 179])
        expect(turnedAbout([1, 0, 0], about(zero), about(zero + turn))).toBeCloseTo(turn, 6);
  });

  it("does so while the axis leans, and gives nothing once it is within 30° of upright", () => {
    /** The axis leans by so much from the level; the device turns about it. */
    const leaning = (lean: number, turn: number): Gravity => [
      -Math.sin(lean * RADIANS),
      -Math.cos(lean * RADIANS) * Math.sin(turn * RADIANS),
      -Math.cos(lean * RADIANS) * Math.cos(turn * RADIANS),
    ];
    for (const lean of [0, 20, 45, 59])
      expect(turnedAbout([1, 0, 0], leaning(lean, 0), leaning(lean, 32))).toBeCloseTo(32, 6);
    for (const lean of [61, 75, 90]) expect(turnedAbout([1, 0, 0], leaning(lean, 0), leaning(lean, 32))).toBeNull();
    expect(turnedAbout([1, 0, 0], leaning(10, 0), leaning(80, 20))).toBeNull();
  });

  it("tells how far a device leans from what a browser says of it", () => {
    for (const beta of [-80, -45, 0, 30, 62, 89]) expect(leanOf(gravityOf(beta, 0))).toBeCloseTo(beta, 6);
    expect(leanOf(gravityOf(0, 40))).toBeCloseTo(0, 6);
    for (const turn of [0, 15, 70])
      expect(turnedAbout([1, 0, 0], gravityOf(0, 0), gravityOf(turn, 0))).toBeCloseTo(turn, 6);
  });
});
