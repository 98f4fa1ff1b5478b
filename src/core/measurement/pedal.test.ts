import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { PEDAL_KEYS, pedalKeyProblem, PedalReader, type PedalSays } from "@/core/measurement";

type Press = readonly [from: number, until: number];

/** What presses mean, with somebody looking every so many ms. */
function meant(presses: readonly Press[], everyMs = 10): PedalSays[] {
  const reader = new PedalReader();
  const moves = presses
    .flatMap(([from, until]) => [
      { at: from, down: true },
      { at: until, down: false },
    ])
    .toSorted((a, b) => a.at - b.at);
  const end = (moves.at(-1)?.at ?? 0) + 2000;
  const said: PedalSays[] = [];
  for (let now = 0, next = 0; now <= end; now += everyMs) {
    for (; next < moves.length && moves[next]!.at <= now; next++) {
      const { at, down } = moves[next]!;
      said.push(...(down ? reader.down(at) : reader.up(at)));
    }
    said.push(...reader.tick(now));
  }
  expect(reader.dueAt()).toBeNull();
  return said;
}

describe("a pedal", () => {
  it.each([
    ["short is now, at the moment it went down", [[1000, 1150]], [["now", 1000]]],
    ["held is stop, while it is held", [[1000, 2500]], [["stop", 1000]]],
    [
      "twice is next",
      [
        [1000, 1100],
        [1250, 1350],
      ],
      [["next", 1250]],
    ],
    [
      "two that lie apart are two",
      [
        [1000, 1100],
        [1600, 1700],
      ],
      [
        ["now", 1000],
        ["now", 1600],
      ],
    ],
    [
      "three quick ones are next and now",
      [
        [1000, 1100],
        [1200, 1300],
        [1450, 1550],
      ],
      [
        ["next", 1200],
        ["now", 1450],
      ],
    ],
    [
      "a press that becomes long after a short one is a stop, and nothing else",
      [
        [1000, 1100],
        [1300, 2400],
      ],
      [["stop", 1300]],
    ],
  ] as const)("%s", (_words, presses, says) => {
    expect(meant(presses).map((one) => [one.says, one.at])).toEqual(says);
  });

  it("stops while it is still down: nobody waits for a foot to come up", () => {
    const reader = new PedalReader();
    reader.down(1000);
    expect(reader.dueAt()).toBe(1700);
    expect(reader.tick(1699)).toEqual([]);
    expect(reader.tick(1700)).toEqual([{ says: "stop", at: 1000 }]);
    expect(reader.up(3000)).toEqual([]);
  });

  it("loses no stop, and makes none of a short press, however the presses lie and however seldom somebody looks", () => {
    const presses = fc.array(fc.tuple(fc.integer({ min: 60, max: 900 }), fc.integer({ min: 30, max: 1500 })), {
      maxLength: 12,
    });
    fc.assert(
      fc.property(presses, fc.constantFrom(5, 10, 40), (gaps, everyMs) => {
        let now = 500;
        const all = gaps.map(([gap, held]): Press => [(now += gap), (now += held)]);
        const said = meant(all, everyMs);
        expect(said.filter(({ says }) => says === "stop").map(({ at }) => at)).toEqual(
          all.filter(([from, until]) => until - from >= 700).map(([from]) => from),
        );
        expect(said.map(({ at }) => at)).toEqual(said.map(({ at }) => at).toSorted((a, b) => a - b));
        for (const { at } of said) expect(all.some(([from]) => from === at)).toBe(true);
      }),
    );
  });

  it("takes over the keys that are sold, and refuses those that answer something", () => {
    for (const key of PEDAL_KEYS) expect(pedalKeyProblem(key)).toBeNull();
    for (const key of ["1", "4", "0", "q", "s", "u", "n", "Backspace", "Tab", "?"])
      expect(pedalKeyProblem(key)).toContain("a foot must not press it");
  });
});
