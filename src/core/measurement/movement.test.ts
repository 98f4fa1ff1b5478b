import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { makeMovement } from "@/fixtures/samples/movements";
import { movementOf, onsetsOf, type Sample } from "./movement";

const ALL = process.env.DUST_LANTERN_ALL_WALKS === "1";
const MADE = ALL ? 5000 : 1000;

const at = (values: readonly number[], share: number): number =>
  values.toSorted((a, b) => a - b)[Math.min(Math.floor(values.length * share), values.length - 1)]!;

type Disturbed = Parameters<typeof makeMovement>[1];

/** Errors of start and end over many made-up movements, signed along the movement. */
function errors(disturbed: Disturbed) {
  const told = Array.from({ length: MADE }, (_none, index) => {
    const made = makeMovement(`movement ${index}`, disturbed);
    const way = Math.sign(made.to - made.from);
    const { start, end, stoppedInPause } = movementOf(made.samples);
    return { made, start, end, stoppedInPause, way };
  });
  return {
    missed: told.filter(({ end, start }) => !start || !end).length / MADE,
    falseStart: told.filter(({ start, made }) => start && start.t < made.start - 400).length / MADE,
    inPause: told.filter(({ end, made }) => end && end.t < (made.pausedUntil ?? 0)).length / MADE,
    angle: told.flatMap(({ end, made, way }) => (end ? [way * (end.angle - made.to)] : [])),
    start: told.flatMap(({ start, made }) => (start ? [start.t - made.start] : [])),
  };
}

describe(`${MADE} made-up movements`, () => {
  it.each([
    ["as they come", {}],
    ["with one reading in ten lost", { lost: 0.1 }],
    ["with one in ten lost and one in five late and twice", { lost: 0.1, doubled: 0.2 }],
  ] as const)("%s: as sure as is asked", (_how, disturbed) => {
    const { missed, falseStart, inPause, angle, start } = errors(disturbed);
    expect(missed).toBeLessThanOrEqual(0.005);
    expect(falseStart).toBe(0);
    expect(inPause).toBe(0);
    expect(Math.abs(at(angle, 0.5))).toBeLessThanOrEqual(0.1);
    expect(at(angle, 0.025)).toBeGreaterThanOrEqual(-1);
    expect(at(angle, 0.975)).toBeLessThanOrEqual(0.6);
    expect(at(start, 0.025)).toBeGreaterThanOrEqual(-170);
    expect(Math.abs(at(start, 0.5))).toBeLessThanOrEqual(100);
    expect(at(start, 0.975)).toBeLessThanOrEqual(450);
  });
});

it("an end in a pause that a hand slowed down into is told of as such", () => {
  const ends = Array.from({ length: MADE }, (_none, index) => makeMovement(`slow ${index}`, { slows: true })).flatMap(
    (made) => {
      const { end, stoppedInPause } = movementOf(made.samples);
      return end ? [{ isEarly: end.t < (made.pausedUntil ?? 0), stoppedInPause }] : [];
    },
  );
  const early = ends.filter(({ isEarly }) => isEarly);
  expect(early.length).toBeGreaterThan(MADE / 20);
  expect(early.filter(({ stoppedInPause }) => !stoppedInPause)).toEqual([]);
  expect(ends.filter(({ isEarly, stoppedInPause }) => !isEarly && stoppedInPause)).toEqual([]);
});

const still = (seconds: number, angle = 12): Sample[] =>
  Array.from({ length: seconds * 100 }, (_none, index) => ({ t: index * 10, angle }));
const ramp = (parts: readonly (readonly [ms: number, to: number])[]): Sample[] => {
  const samples: Sample[] = [];
  let [t, angle] = [0, 0];
  for (const [ms, to] of parts) {
    const from = angle;
    for (let passed = 0; passed < ms; passed += 10, t += 10)
      samples.push({ t, angle: (angle = from + ((to - from) * (passed + 10)) / ms) });
  }
  return samples;
};

describe("a stream", () => {
  it("in which nothing moves has no start and no end", () =>
    expect(movementOf(still(3))).toEqual({ start: null, end: null, excursion: 0, speed: null, stoppedInPause: false }));

  it("that ends while it moves has a start, no end, and how far it went", () => {
    const told = movementOf(
      ramp([
        [1000, 0],
        [2000, 60],
      ]),
    );
    expect(told.start).not.toBeNull();
    expect(told.end).toBeNull();
    expect(told.excursion).toBeCloseTo(60, 0);
  });

  it("with a long pause says that its end was one; with a short one it does not stop there", () => {
    const long = movementOf(
      ramp([
        [1000, 0],
        [1000, 30],
        [700, 30],
        [1000, 60],
        [1500, 60],
      ]),
    );
    expect([long.end!.angle, long.stoppedInPause]).toEqual([expect.closeTo(30, 0), true]);
    const short = movementOf(
      ramp([
        [1000, 0],
        [1000, 30],
        [300, 30],
        [1000, 60],
        [1500, 60],
      ]),
    );
    expect([short.end!.angle, short.stoppedInPause]).toEqual([expect.closeTo(60, 0), false]);
  });

  it("may go the other way, and back is not on", () => {
    const told = movementOf(
      ramp([
        [1000, 0],
        [1000, -40],
        [1000, -40],
        [1000, 0],
      ]),
    );
    expect(told.excursion).toBeCloseTo(-40, 0);
    expect(told.stoppedInPause).toBe(false);
  });

  it("in any order, each reading once or more, tells the same", () => {
    const { samples } = makeMovement("any order");
    const told = movementOf(samples);
    fc.assert(
      fc.property(fc.integer(), fc.array(fc.nat(samples.length - 1), { maxLength: 60 }), (seed, again) => {
        const mixed = [...samples, ...again.map((index) => samples[index]!)]
          .map((sample, index) => ({ sample, key: Math.sin(seed + index * 12.9898) }))
          .toSorted((a, b) => a.key - b.key)
          .map(({ sample }) => sample);
        expect(movementOf(mixed)).toEqual(told);
      }),
      { numRuns: 30 },
    );
  });

  it("with a hole in it is not read across the hole", () => {
    const samples = ramp([
      [1000, 0],
      [2000, 60],
      [1000, 60],
    ]);
    const holed = samples.filter(({ t }) => t < 900 || t > 2600);
    expect(movementOf(holed).start?.t).toBeGreaterThan(2600);
  });

  it("of too few readings, or of none that is a number, says so", () => {
    expect(() => movementOf(still(3).slice(0, 10))).toThrow("10 readings");
    expect(() => movementOf(still(3).map(({ t }) => ({ t, angle: NaN })))).toThrow("0 readings");
  });
});

describe("the onset of a symptom", () => {
  const rise = ramp([
    [1000, 0],
    [6000, 60],
    [1000, 60],
  ]);

  it("is the angle of the moment that is meant, with how far it may be off", () => {
    const [onset] = onsetsOf(rise, [3300], 300);
    expect(onset).toMatchObject({ mark: 3300, t: 3000 });
    expect(onset!.angle).toBeCloseTo(20, 0);
    expect(onset!.speed).toBeCloseTo(10, 0);
    expect(onset!.error).toBeCloseTo(1.5, 1);
  });

  it("is too quick to compare over 10 degrees a second by a pad, over 5 by a pedal", () => {
    const slow = ramp([
      [1000, 0],
      [10_000, 70],
    ]);
    expect(onsetsOf(slow, [4000], 300)[0]!.tooQuick).toBe(false);
    expect(onsetsOf(slow, [4000], 800)[0]!.tooQuick).toBe(true);
    expect(
      onsetsOf(
        ramp([
          [1000, 0],
          [3000, 60],
        ]),
        [3000],
        300,
      )[0]!.tooQuick,
    ).toBe(true);
  });

  it("is not told where the stream has nothing", () =>
    expect(onsetsOf(rise, [100, 3300, 99_999], 300).map((onset) => onset === null)).toEqual([true, false, true]));
});
