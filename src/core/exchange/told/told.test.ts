import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { protocolOf, RANGES } from "../../knowledge";
import { TOLD_UNITS } from "../../record";
import { AS_TOLD, fitsTarget, NOT_TAKEN, type NumberRead, numberTaken, numberKinds } from "./kinds";
import { toldRows } from "./rows";
import { guessTold, TOLD_TARGETS, toldTarget } from "./targets";

const read = (more: Partial<NumberRead> = {}): NumberRead => ({
  where: "entry 2",
  what: "Lumbar flexion",
  code: "",
  value: 42,
  unit: "deg",
  day: "2026-01-05",
  ...more,
});

describe("what a number that was told may be", () => {
  it("is every range of the catalogue, to each side that it has, and a rating; each once", () => {
    const ids = TOLD_TARGETS.map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
    for (const range of RANGES) {
      const of = TOLD_TARGETS.filter((target) => target.range === range);
      expect(of.map(({ side }) => side)).toEqual(
        range.side ? [range.side] : protocolOf(range.test).sided ? ["right", "left"] : [null],
      );
    }
    expect(TOLD_TARGETS.filter(({ range }) => range === null).map(({ id }) => id)).toEqual(["rating"]);
    for (const target of TOLD_TARGETS) expect(toldTarget(target.id)).toBe(target);
    expect(toldTarget("thigh-thrust")).toBeNull();
  });

  it.each([
    ["Cervical rotation, right", "neck-rotation.rotation.right"],
    ["Neck: rotation to the left", "neck-rotation.rotation.left"],
    ["Cervical flexion-rotation, left", "flexion-rotation.rotation.left"],
    ["Cervical flexion", "neck-bending.flexion"],
    ["Cervical extension", "neck-bending.extension"],
    ["Cervical lateral flexion, right", "neck-bending.bend-right"],
    ["Lumbar flexion", "lumbar-range.flexion-t12"],
    ["Low back: extension", "lumbar-range.extension-t12"],
    ["Lumbar side-bending left", "lumbar-range.bend-left-t12"],
    ["Straight leg raise, left", "straight-leg-raise.end.left"],
    ["Hip internal rotation right", "hip-internal-rotation.rotation.right"],
  ])("%s is guessed", (words, is) => {
    const found = guessTold(words, "deg");
    expect(found?.replace(/\.(right|left)$/, "")).toContain(is.replace(/\.(right|left)$/, "").split(".")[0]);
    expect(toldTarget(found)).not.toBeNull();
    expect([is, `${is}.right`, `${is}.left`]).toContain(found);
  });

  it.each([
    "Cervical rotation",
    "Cervical rotation, right and left",
    "Straight leg raise",
    "Crossed straight leg raise, left",
    "Passive lumbar flexion",
    "Knee flexion, right",
    "Hip flexion, right",
    "Rotation, right",
    "Lumbar flexion, right",
    "",
  ])("%s is not guessed: somebody has to say it", (words) => expect(guessTold(words, "deg")).toBeNull());

  it("a rating is guessed by its words alone, and never of degrees", () => {
    expect(guessTold("Pain at rest", "of 10")).toBe("rating");
    expect(guessTold("Pain at rest", null)).toBe("rating");
    expect(guessTold("Schmerzen heute", null)).toBe("rating");
    expect(guessTold("Pain-free flexion", "deg")).toBeNull();
    expect(guessTold("Painting lessons", null)).toBeNull();
    expect(guessTold("Number of children", null)).toBeNull();
  });
});

describe("a kind of number", () => {
  it("is taken as what it is told in, or as what fits, over every unit and every choice", () => {
    for (const unit of [...TOLD_UNITS, null])
      for (const target of TOLD_TARGETS) {
        const taken = numberTaken(read({ unit, value: 7 }), target.id);
        if (fitsTarget(unit, target)) expect(taken).toMatchObject({ value: 7, unit: target.unit, is: target.id });
        else expect(taken).toContain(`entry 2: Lumbar flexion is told in ${unit}`);
      }
    for (const unit of [...TOLD_UNITS, null]) {
      expect(numberTaken(read({ unit, value: 7 }), AS_TOLD)).toMatchObject({ unit, is: null });
      expect(numberTaken(read({ unit, value: 7 }), NOT_TAKEN)).toBeNull();
      expect(numberTaken(read({ unit, value: 7 }), "shoe size")).toContain("none of the choices");
    }
  });

  it("outside what can be is told of with its place, and left out", () => {
    for (const [unit, value] of [
      ["of 10", 10.5],
      ["of 10", -1],
      ["deg", 361],
      ["deg", -361],
    ] as const)
      expect(numberTaken(read({ unit, value }), AS_TOLD)).toMatch(/^entry 2: Lumbar flexion is .* left out\.$/);
    expect(numberTaken(read({ unit: null, value: 11, what: "Pain" }), "rating")).toContain("outside 0 to 10");
  });

  it("stands once however many there are, and each becomes what was chosen for its kind", () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            what: fc.constantFrom("Pain", "Lumbar flexion", "Shoe"),
            unit: fc.constantFrom("deg", "of 10", null),
          }),
          { maxLength: 40 },
        ),
        (told) => {
          const numbers = told.map(({ what, unit }) => read({ what, unit }));
          const kinds = numberKinds(numbers, []);
          expect(kinds.reduce((sum, { times }) => sum + times, 0)).toBe(numbers.length);
          expect(new Set(kinds.map(({ kind }) => kind)).size).toBe(kinds.length);
          /** A number without a unit is taken only where it says what it rates. */
          for (const { what, unit, is } of kinds)
            if (unit === null) expect(is).toBe(what === "Pain" ? "rating" : NOT_TAKEN);
          const chosen = kinds.map(({ kind }) => ({ kind, is: NOT_TAKEN }));
          expect(numberKinds(numbers, chosen).every(({ is }) => is === NOT_TAKEN)).toBe(true);
        },
      ),
    );
  });
});

describe("what was told, in rows", () => {
  const told = (value: number, day: string | null, what = "Lumbar flexion", is: string | null = null) => ({
    at: "2026-02-01T08:00:00.000Z",
    by: "Ines",
    from: "another system",
    kept: [],
    numbers: [{ what, code: "", value, unit: "deg" as const, day, is }],
  });

  it("stands by what it is, the earliest first, the same once", () => {
    const rows = toldRows(
      [
        told(40, "2026-01-09", "LWS Flexion", "lumbar-range.flexion-t12"),
        told(30, null, "Lumbar flexion", "lumbar-range.flexion-t12"),
        told(35, "2025-12-01", "Lumbar flexion", "lumbar-range.flexion-t12"),
        told(40, "2026-01-09", "LWS Flexion", "lumbar-range.flexion-t12"),
        told(12, "2026-01-09", "Toe lift"),
      ],
      [],
    );
    expect(rows.map(({ group, label, here }) => [group, label, here])).toEqual([
      ["Low back", "Forward, by themselves", null],
      ["As it was told", "Toe lift", null],
    ]);
    expect(rows[0]!.values.map(({ value, day }) => [value, day])).toEqual([
      [35, "2025-12-01"],
      [40, "2026-01-09"],
      [30, null],
    ]);
  });
});
