import { type Message, type Problem, phrase } from "../base";
import { type Role, ROLES } from "../vocabulary";
import { type Act, ACTS, type Cell } from "./acts";

/** What is known of the record that an act is about. */
export type RecordFacts = {
  readonly isSigned: boolean;
  /** Somebody gave it to the one who asks, for a stated reason. */
  readonly isGranted: boolean;
  /** Who signed it last; null: nobody. */
  readonly signedBy: string | null;
  /** The clinic goes by care, and the person is not in the care of the one who asks. */
  readonly isOutside: boolean;
  /** A supervisor said so with their own code, just now and here. */
  readonly isSupervised: boolean;
  /** The one who asks was invited to the keys of its run. */
  readonly isInvited: boolean;
};

/** Somebody who asks to do something. */
export type Asker = { readonly id: string; readonly role: Role; readonly hasLeft: boolean };

export type Verdict =
  | { readonly may: true; readonly countersigned: "no need" | "later" }
  | { readonly may: false; readonly problem: Problem };

const cellOf = (act: Act, role: Role): Cell => ACTS[act].cells[role];

/** The roles that may do something without more being asked. */
export const rolesFor = (act: Act): readonly Role[] => ROLES.filter((role) => cellOf(act, role) === "yes");

const refused = (what: Message, todo: Message, where = "you"): Verdict => ({
  may: false,
  problem: { where, what, todo },
});
const YES: Verdict = { may: true, countersigned: "no need" };

/** What is kept to those who look after the person, where the clinic goes by care. */
const KEPT_TO_CARE: readonly Act[] = ["see a record", "examine", "override a block", "sign", "take records out"];

/** Where a refusal for want of care says it comes from: a screen offers the way in. */
export const OUTSIDE_CARE = "care";

/** Reading a record outside one's care takes a reason; whoever may not take people over asks somebody who may. */
function outside(asker: Asker): Verdict {
  return cellOf("take people over", asker.role) === "yes"
    ? refused(
        "this person is not in your care",
        "Take them over, or say why you open the record all the same.",
        OUTSIDE_CARE,
      )
    : refused("this person is not in your care", "Ask who looks after them to give them to you.");
}

function depending(cell: Exclude<Cell, "yes" | "no">, asker: Asker, record: RecordFacts | null): Verdict {
  if (cell === "countersigned later") return { may: true, countersigned: "later" };
  if (cell === "invited")
    return record?.isInvited
      ? YES
      : refused(
          "a helper sees only the examination whose keys they were given, while it is open",
          "Ask whoever examines to invite you there.",
        );
  if (cell === "supervised")
    return record?.isSupervised
      ? YES
      : refused(
          phrase`as ${asker.role} you may not ${ACTS["override a block"].words} by yourself`,
          "Your supervisor enters their short code on this screen.",
        );
  if (cell === "granted")
    return record?.isSigned && record.isGranted
      ? YES
      : refused(
          "a reader sees only signed records that were given to them",
          "Ask the owner to give you this record, with the reason.",
        );
  return record?.signedBy === asker.id
    ? refused("this was signed by yourself", "Ask somebody else who may sign to countersign it.")
    : YES;
}

/**
 * Whether somebody may do something.
 *
 * @param record what is known of the record it is about; null where it is about none
 * @returns that they may, and whether it has to be countersigned; or what stands
 *   against it and whom to ask
 * @example may({ id: "a", role: "practitioner", hasLeft: false }, "sign", null) // { may: true, countersigned: "no need" }
 * @example may({ id: "a", role: "front desk", hasLeft: false }, "examine", null).may // false
 */
export function may(asker: Asker, act: Act, record: RecordFacts | null): Verdict {
  if (asker.hasLeft) return refused("this account has ended", "Ask the owner to open it again.");
  const cell = cellOf(act, asker.role);
  if (record?.isOutside && KEPT_TO_CARE.includes(act) && cell !== "no" && cell !== "granted" && cell !== "invited")
    return outside(asker);
  if (cell === "yes") return YES;
  if (cell !== "no") return depending(cell, asker, record);
  const whom = rolesFor(act).includes("practitioner") ? "a practitioner" : "the owner";
  return refused(phrase`as ${asker.role} you may not ${ACTS[act].words}`, phrase`Ask ${whom}.`);
}
