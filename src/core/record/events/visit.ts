import { keysOf, closed, closedAs, listOf, listOfEach, oneOf, oneOfOrNone, text, uuid, yesNo } from "../../base";
import { ASKED_ANEW_IDS, type AskedAnewId } from "../../knowledge";
import {
  LIMB_PART_IDS,
  LIMB_STATE_IDS,
  type LimbNoted,
  type LimbPart,
  type LimbState,
  type Position,
  POSITIONS,
  type Side,
  SIDES,
} from "../../vocabulary";
import { type Draft, kind } from "../envelope";

/** How this person and this visit are: what both agreed on before, and what was agreed to on its own. */

export const INTERPRETERS = {
  "not needed": "no interpreter needed",
  professional: "professional interpreter",
  phone: "interpreter by telephone",
  relative: "a relative interprets",
  none: "none was found",
} as const;

/** Agreed before the first test: how they say it without words. */
export const SIGNALS = {
  "raised hand": "a raised hand: I want to say something",
  "two taps": "two taps: now",
  "open hand": "open hand: stop",
  "tap the table": "I tap the table edge before I touch or speak",
} as const;

export const CHAPERONES = {
  "not wanted": "offered, not wanted",
  present: "present",
  "not offered": "not offered",
} as const;

export const PAIN_MEDICINES = {
  none: "none today",
  usual: "as usual",
  more: "more than usual",
  less: "less than usual",
} as const;

/** How somebody gets from their wheelchair onto the table. */
export const TRANSFERS = {
  alone: "they move across alone",
  "with help": "they move across with help",
  "with a hoist": "with a hoist",
  none: "they stay in the chair today",
} as const;

/** An injury of the spinal cord, by where it is: at T6 or above the blood pressure can run away. */
export const CORD_INJURIES = { "T6 or above": "at T6 or above", "below T6": "below T6" } as const;

export const SUPERVISES = { "in the room": "in the room", "on call": "on call" } as const;

const MOST_LIMBS = 8;

export type Visit = {
  language: string;
  interpreter: keyof typeof INTERPRETERS;
  signals: (keyof typeof SIGNALS)[];
  /** Tried on a harmless touch: whether what they answer can be read. */
  reports: "reliably" | "not reliably";
  chaperone: keyof typeof CHAPERONES | null;
  /** Who, and in what role. */
  chaperoneName: string;
  medicine: keyof typeof PAIN_MEDICINES | null;
  medicineNote: string;
  /** Positions they cannot take today, and why. */
  cannotTake: Position[];
  cannotWhy: string;
  /** Parts of limbs that are not as usual. */
  limbs?:
    | {
        part: LimbPart;
        side: Side;
        is: LimbState;
      }[]
    | undefined;
  /** They came in a wheelchair: how they get onto the table; none: they walk. */
  chair?: keyof typeof TRANSFERS | null | undefined;
  cord?: keyof typeof CORD_INJURIES | null | undefined;
  /** Of a trainee's examination: who supervises it, from where, and whether the person was told and agrees. */
  supervisor?:
    | {
        practitioner: string;
        name: string;
        where: keyof typeof SUPERVISES;
        told: boolean;
      }
    | null
    | undefined;
};
const visit = closedAs<Visit>({
  language: text(60),
  interpreter: oneOf(keysOf(INTERPRETERS)),
  signals: listOf(keysOf(SIGNALS)),
  reports: oneOf(["reliably", "not reliably"]),
  chaperone: oneOfOrNone(keysOf(CHAPERONES)),
  chaperoneName: text(120),
  medicine: oneOfOrNone(keysOf(PAIN_MEDICINES)),
  medicineNote: text(120),
  cannotTake: listOf(POSITIONS),
  cannotWhy: text(200),
  limbs: listOfEach(
    closed({ part: oneOf(LIMB_PART_IDS), side: oneOf(SIDES), is: oneOf(LIMB_STATE_IDS) }),
    MOST_LIMBS,
  ).optional(),
  chair: oneOfOrNone(keysOf(TRANSFERS)).optional(),
  cord: oneOfOrNone(keysOf(CORD_INJURIES)).optional(),
  supervisor: closed({
    practitioner: uuid(),
    name: text(120, 1),
    where: oneOf(keysOf(SUPERVISES)),
    told: yesNo(),
  })
    .nullable()
    .optional(),
});

export type AskedAnewBody = {
  what: AskedAnewId;
  agreed: boolean;
};
const anew = closedAs<AskedAnewBody>({ what: oneOf(ASKED_ANEW_IDS), agreed: yesNo() });

/** What is so when nobody says otherwise. */
export const USUAL_VISIT: Visit = {
  language: "",
  interpreter: "not needed",
  signals: [],
  reports: "reliably",
  chaperone: null,
  chaperoneName: "",
  medicine: null,
  medicineNote: "",
  cannotTake: [],
  cannotWhy: "",
};

/** The parts of limbs that are not as usual today. */
export const limbsOf = ({ visit: noted }: Pick<VisitState, "visit">): readonly LimbNoted[] =>
  (noted?.limbs as readonly LimbNoted[] | undefined) ?? NO_LIMBS;
const NO_LIMBS: readonly LimbNoted[] = [];

export type VisitState = {
  visit: Visit | null;
  /** Agreed to on its own, or not. */
  readonly askedAnew: Readonly<Partial<Record<AskedAnewId, boolean>>>;
};

export const noVisit: VisitState = { visit: null, askedAnew: {} };

export const visiting = {
  "visit-noted": kind(visit, (draft: Draft<VisitState>, { body }) => void (draft.visit = body)),
  "asked-anew": kind(anew, (draft: Draft<VisitState>, { body }) => {
    draft.askedAnew = { ...draft.askedAnew, [body.what]: body.agreed };
  }),
};
