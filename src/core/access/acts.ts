import type { Role } from "../vocabulary";

/**
 * Who may do what, as data. What stands in a cell is the whole answer for that
 * role: "yes"; "no"; or on what it depends.
 */

/** On what it depends, where a role alone does not decide. */
export type Depends =
  /** Signed, and somebody gave it to this reader to look at. */
  | "granted"
  /** It counts once somebody who may sign alone has looked at it. */
  | "countersigned later"
  /** Invited to the keys of that examination's run. */
  | "invited"
  /** A supervisor said so with their own code, just now and here. */
  | "supervised"
  /** Not what they signed themselves. */
  | "signed by another";

export type Cell = "yes" | "no" | Depends;

type Entry = { readonly words: string; readonly cells: Readonly<Record<Role, Cell>> };

const cells = (
  owner: Cell,
  practitioner: Cell,
  trainee: Cell,
  helper: Cell,
  frontDesk: Cell,
  reader: Cell,
): Readonly<Record<Role, Cell>> => ({ owner, practitioner, trainee, helper, "front desk": frontDesk, reader });

export const ACTS = {
  "be here": { words: "work here", cells: cells("yes", "yes", "yes", "yes", "yes", "yes") },
  "see the list": { words: "see who is on the list", cells: cells("yes", "yes", "yes", "no", "yes", "no") },
  "enter people": {
    words: "enter people and correct what is known of them",
    cells: cells("yes", "yes", "yes", "no", "yes", "no"),
  },
  "see a record": {
    words: "see what was found in an examination",
    cells: cells("yes", "yes", "yes", "invited", "no", "granted"),
  },
  examine: { words: "examine", cells: cells("yes", "yes", "yes", "invited", "no", "no") },
  "override a block": {
    words: "lift a block of the guard",
    cells: cells("yes", "yes", "supervised", "no", "no", "no"),
  },
  sign: { words: "sign a record", cells: cells("yes", "yes", "countersigned later", "no", "no", "no") },
  countersign: {
    words: "countersign what a trainee signed, or give it back",
    cells: cells("signed by another", "signed by another", "no", "no", "no", "no"),
  },
  "take records out": { words: "take records out", cells: cells("yes", "yes", "no", "no", "no", "no") },
  "take records in": { words: "take records in", cells: cells("yes", "yes", "no", "no", "no", "no") },
  "see the figures": {
    words: "see the evidence in force",
    cells: cells("yes", "yes", "yes", "no", "no", "yes"),
  },
  "change the figures": { words: "change the evidence in force", cells: cells("yes", "no", "no", "no", "no", "no") },
  "change what is said": {
    words: "change what is said to people here",
    cells: cells("yes", "yes", "no", "no", "no", "no"),
  },
  "change who works here": {
    words: "decide who works here, and as what",
    cells: cells("yes", "no", "no", "no", "no", "no"),
  },
  "let systems in": {
    words: "let another system read records here",
    cells: cells("yes", "no", "no", "no", "no", "no"),
  },
  "see the log": {
    words: "see who opened, printed or took out which record",
    cells: cells("yes", "no", "no", "no", "no", "yes"),
  },
  "take people over": {
    words: "take somebody over, or open a record outside your care",
    cells: cells("yes", "yes", "no", "no", "no", "no"),
  },
  "erase people": {
    words: "decide how long records are kept, and erase them",
    cells: cells("yes", "no", "no", "no", "no", "no"),
  },
  "look after back-ups": { words: "look after back-ups", cells: cells("yes", "no", "no", "no", "no", "no") },
} as const satisfies Record<string, Entry>;

/** Something that is done here, and that not everybody may do. */
export type Act = keyof typeof ACTS;
