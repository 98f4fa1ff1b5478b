import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { LIST_SHOWS, LIST_SORTS } from "../record";
import { type Listed, peopleOfList } from "./people-list";

const row = (): fc.Arbitrary<Listed> =>
  fc.record({
    name: fc.constantFrom("Zoë Ñandú", "Ada Reed", "Bo Marsh", "Cleo Tern"),
    number: fc.nat(999).map((number) => `DL-${String(number).padStart(4, "0")}`),
    birthDate: fc.constantFrom("1950-03-02", "1984-11-30", "2001-01-01"),
    recentAt: fc.constantFrom("2026-01-01T00:00:00Z", "2026-05-01T00:00:00Z"),
    lastVisit: fc.constantFrom(null, "2026-01-01", "2026-04-30"),
    open: fc.constantFrom(null, "an exam"),
    waits: fc.subarray(["retest", "letter", "outcome"]),
    countersign: fc.constantFrom(null, "an exam"),
  });

describe("a list of people", () => {
  it("holds whom it is of and nobody else, in its order, over every list there is", () =>
    fc.assert(
      fc.property(fc.array(row(), { maxLength: 30 }), (rows) => {
        for (const shows of LIST_SHOWS)
          for (const sort of LIST_SORTS) {
            const list = peopleOfList(rows, { words: "", shows, sort });
            const wanted = rows.filter((one) =>
              shows === "everyone"
                ? true
                : shows === "open"
                  ? one.open !== null
                  : shows === "countersign"
                    ? one.countersign !== null
                    : one.waits.includes(shows),
            );
            expect(list.toSorted((a, b) => rows.indexOf(a) - rows.indexOf(b))).toEqual(wanted);
            for (const [index, one] of list.slice(1).entries()) {
              const before = list[index]!;
              if (sort === "recent") expect(before.recentAt >= one.recentAt).toBe(true);
              if (sort === "last visit") expect((before.lastVisit ?? "") >= (one.lastVisit ?? "")).toBe(true);
              if (sort === "number") expect(before.number <= one.number).toBe(true);
              if (sort === "born") expect(before.birthDate <= one.birthDate).toBe(true);
            }
          }
      }),
      { numRuns: 60 },
    ));

  it("is found by every word, without accents, in any order", () => {
    const rows = [
      {
        name: "Zoë Ñandú",
        number: "DL-0002",
        birthDate: "1990-02-28",
        recentAt: "",
        lastVisit: null,
        open: null,
        waits: [],
        countersign: null,
      },
      {
        name: "Ada Reed",
        number: "DL-0003",
        birthDate: "1984-02-28",
        recentAt: "",
        lastVisit: null,
        open: null,
        waits: [],
        countersign: null,
      },
    ];
    const names = (words: string) =>
      peopleOfList(rows, { words, shows: "everyone", sort: "name" }).map(({ name }) => name);
    expect(names("nandu zoe")).toEqual(["Zoë Ñandú"]);
    expect(names("02-28")).toEqual(["Ada Reed", "Zoë Ñandú"]);
    expect(names("zoe 1984")).toEqual([]);
  });
});
