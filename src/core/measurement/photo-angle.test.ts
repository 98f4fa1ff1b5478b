import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { InputError } from "../base";
import { leanError, type Mark, photoAngle } from "./photo-angle";

const at = (from: Mark, degrees: number, length: number): Mark => ({
  x: from.x + length * Math.cos((degrees * Math.PI) / 180),
  y: from.y + length * Math.sin((degrees * Math.PI) / 180),
});
const degrees = () => fc.double({ min: 1, max: 179, noNaN: true });
const length = () => fc.double({ min: 60, max: 900, noNaN: true });

describe("an angle in a picture", () => {
  it("is that between its two lines, wherever they lie and however the picture is turned", () =>
    fc.assert(
      fc.property(
        degrees(),
        fc.double({ min: 0, max: 360, noNaN: true }),
        length(),
        length(),
        (angle, turned, r, s) => {
          const joint = { x: 400, y: 300 };
          const three = [at(joint, turned, r), joint, at(joint, turned + angle, s)];
          expect(photoAngle(three, 1).angle).toBeCloseTo(angle, 6);
          const away = { x: 30, y: 700 };
          const four = [joint, at(joint, turned, r), away, at(away, turned + angle, s)];
          expect(photoAngle(four, 1).angle).toBeCloseTo(angle, 6);
        },
      ),
    ));

  it("has the error that marks set anew and again really scatter by", () => {
    let seed = 5;
    const random = () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;
    const normal = () => Math.sqrt(-2 * Math.log(random())) * Math.cos(2 * Math.PI * random());
    for (const [angle, r, s, off] of [
      [42, 300, 260, 3],
      [90, 150, 400, 4],
      [135, 220, 220, 2],
    ] as const) {
      const joint = { x: 500, y: 400 };
      const true_ = [at(joint, 20, r), joint, at(joint, 20 + angle, s)];
      const read = Array.from({ length: 6000 }, () => {
        const marks = true_.map(({ x, y }) => ({ x: x + off * normal(), y: y + off * normal() }));
        return photoAngle(marks, off).angle - angle;
      });
      const spread = Math.sqrt(read.reduce((sum, value) => sum + value ** 2, 0) / read.length);
      expect(spread / photoAngle(true_, off).error).toBeGreaterThan(0.96);
      expect(spread / photoAngle(true_, off).error).toBeLessThan(1.04);
    }
  });

  it("is surer the longer its lines are, and never surer than its marks", () => {
    const short = photoAngle(
      [
        { x: 50, y: 0 },
        { x: 0, y: 0 },
        { x: 0, y: 50 },
      ],
      3,
    );
    const long = photoAngle(
      [
        { x: 500, y: 0 },
        { x: 0, y: 0 },
        { x: 0, y: 500 },
      ],
      3,
    );
    expect(short.error / long.error).toBeCloseTo(10, 6);
    expect(
      photoAngle(
        [
          { x: 50, y: 0 },
          { x: 0, y: 0 },
          { x: 0, y: 50 },
        ],
        0,
      ).error,
    ).toBe(0);
  });

  it.each([
    [[], /are 0. Set three/],
    [
      [
        { x: 0, y: 0 },
        { x: 1, y: 1 },
      ],
      /are 2/,
    ],
    [
      [
        { x: 0, y: 0 },
        { x: 1, y: 1 },
        { x: 90, y: 90 },
      ],
      /within 5 points/,
    ],
    [
      [
        { x: NaN, y: 0 },
        { x: 100, y: 1 },
        { x: 90, y: 90 },
      ],
      /within 5 points/,
    ],
    [Array.from({ length: 5 }, (_none, x) => ({ x: x * 50, y: 0 })), /are 5/],
  ] as const)("%j is refused with what to do", (marks, why) => {
    expect(() => photoAngle(marks, 1)).toThrow(InputError);
    expect(() => photoAngle(marks, 1)).toThrow(why);
  });
});

describe("a camera that leans", () => {
  it("errs not at all when straight, and the more the further it leans", () => {
    for (const angle of [10, 45, 90, 130]) {
      expect(leanError(angle, 0)).toBeCloseTo(0, 9);
      const errors = [5, 10, 20, 30].map((lean) => leanError(angle, lean));
      expect(errors.toSorted((a, b) => a - b)).toEqual(errors);
    }
    /** A right angle about the axis it leans on: 2 atan(1 / cos 20°) less 90. */
    expect(leanError(90, 20)).toBeCloseTo(2 * Math.atan(1 / Math.cos(Math.PI / 9)) * (180 / Math.PI) - 90, 1);
  });
});
