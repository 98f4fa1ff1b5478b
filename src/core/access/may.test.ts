import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { describeProblem } from "../base";
import { ROLES } from "../vocabulary";
import { type Act, ACTS } from "./acts";
import { may, OUTSIDE_CARE, rolesFor } from "./may";

/** Written out a second time, by hand: a cell that is changed has to be changed here as well. */
const TABLE: Readonly<Record<Act, string>> = {
  "be here": "y y y y y y",
  "see the list": "y y y - y -",
  "enter people": "y y y - y -",
  "see a record": "y y y i - g",
  examine: "y y y i - -",
  "override a block": "y y s - - -",
  sign: "y y c - - -",
  countersign: "a a - - - -",
  "take records out": "y y - - - -",
  "take records in": "y y - - - -",
  "see the figures": "y y y - - y",
  "change the figures": "y - - - - -",
  "change what is said": "y y - - - -",
  "change who works here": "y - - - - -",
  "let systems in": "y - - - - -",
  "see the log": "y - - - - y",
  "take people over": "y y - - - -",
  "erase people": "y - - - - -",
  "look after back-ups": "y - - - - -",
};
const NAMES = Object.keys(ACTS) as Act[];
const RECORDS = [true, false].flatMap((isSigned) =>
  [true, false].flatMap((isGranted) =>
    ["me", "another", null].flatMap((signedBy) =>
      [true, false].flatMap((isSupervised) =>
        [true, false].map((isInvited) => ({
          isSigned,
          isGranted,
          signedBy,
          isOutside: false,
          isSupervised,
          isInvited,
        })),
      ),
    ),
  ),
);
/** What is kept to those who look after somebody, where a clinic goes by care. */
const BY_CARE: readonly Act[] = ["see a record", "examine", "override a block", "sign", "take records out"];

describe("who may do what", () => {
  it("every act and role: allowed exactly where the table allows it", () =>
    forEvery(
      NAMES.flatMap((act) => ROLES.map((role, index) => [act, role, TABLE[act].split(" ")[index]!] as const)),
      (act, role, cell) => {
        const asker = { id: "me", role, hasLeft: false };
        for (const record of [null, ...RECORDS]) {
          const said = may(asker, act, record);
          const granted = record?.isSigned === true && record.isGranted;
          const isSupervised = record?.isSupervised === true;
          const expected = {
            y: true,
            "-": false,
            c: true,
            g: granted,
            a: record?.signedBy !== "me",
            s: isSupervised,
            i: record?.isInvited === true,
          }[cell];
          expect(said.may, JSON.stringify(record)).toBe(expected);
          if (said.may) expect(said.countersigned).toBe(cell === "c" ? "later" : "no need");
          else expect(describeProblem(said.problem).length).toBeGreaterThan(40);
        }
        expect(may({ ...asker, hasLeft: true }, act, null).may).toBe(false);
      },
    ));

  it("every act and role: the same for a patient outside their care", () =>
    forEvery(
      NAMES.flatMap((act) => ROLES.map((role, index) => [act, role, TABLE[act].split(" ")[index]!] as const)),
      (act, role, cell) => {
        const asker = { id: "me", role, hasLeft: false };
        for (const record of RECORDS) {
          const inside = may(asker, act, record);
          const outside = may(asker, act, { ...record, isOutside: true });
          const isKept = BY_CARE.includes(act) && cell !== "g" && cell !== "i" && inside.may;
          expect(outside.may).toBe(inside.may && !isKept);
          /** Whoever may take people over is shown the way in; the others are told whom to ask. */
          if (isKept && !outside.may)
            expect(outside.problem.where === OUTSIDE_CARE).toBe(
              TABLE["take people over"].split(" ")[ROLES.indexOf(role)] === "y",
            );
        }
      },
    ));

  it("names somebody who may, for whoever may not", () => {
    const said = may({ id: "me", role: "front desk", hasLeft: false }, "see a record", null);
    expect(said.may ? "" : describeProblem(said.problem)).toMatch(/front desk.*Ask a practitioner\.$/);
    expect(rolesFor("look after back-ups")).toEqual(["owner"]);
  });
});
