import { calendarDate, closedAs, oneOf, text } from "../../base";
import { type Sex, SEXES } from "../../vocabulary";
import { type Draft, kind } from "../envelope";
import { type ToldBody, toldBody } from "../told-number";

/** A person on the roster: entered once, corrected by saying all of it anew. */

export type PersonEntry = {
  number: string;
  name: string;
  birthDate: string;
  sex: Sex;
  notes: string;
  /** How they are reached; left out: nothing is known. */
  contact?: string | undefined;
};
const entry = closedAs<PersonEntry>({
  number: text(20, 1),
  name: text(120, 1),
  birthDate: calendarDate(),
  sex: oneOf(SEXES),
  notes: text(2000),
  contact: text(400).optional(),
});
/** What another system told, and when it was taken in, by whom. */
export type ToldOnce = ToldBody & { readonly at: string; readonly by: string };
/** Why somebody outside their care took them over, or opened their record. */
export type CareReason = CareReasonBody & { readonly by: string; readonly at: string };
export type PersonState = {
  entry: PersonEntry | null;
  enteredAt: string | null;
  told: ToldOnce[];
  careReasons: CareReason[];
};

export const nobody = (): PersonState => ({ entry: null, enteredAt: null, told: [], careReasons: [] });

export const CARE_TAKEN = ["taken over", "record opened"] as const;
export type CareReasonBody = { readonly what: (typeof CARE_TAKEN)[number]; readonly reason: string };

type PersonDraft = Draft<PersonState>;

export const person = {
  "person-entered": kind(entry, (draft: PersonDraft, { body, at }) => {
    draft.entry = body;
    draft.enteredAt = at;
  }),
  "person-corrected": kind(entry, (draft: PersonDraft, { body }) => void (draft.entry = body)),
  "numbers-told": kind(
    toldBody,
    (draft: PersonDraft, { body, at, actor }) => void draft.told.push({ ...body, at, by: actor.name }),
  ),
  /** It stands here and not with the clinic, so that it is erased with the person. */
  "care-reasoned": kind(
    closedAs<CareReasonBody>({ what: oneOf(CARE_TAKEN), reason: text(400, 10) }),
    (draft: PersonDraft, { body, at, actor }) => void draft.careReasons.push({ ...body, at, by: actor.id }),
  ),
};
