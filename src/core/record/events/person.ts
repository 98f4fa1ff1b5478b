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
export type PersonState = { entry: PersonEntry | null; enteredAt: string | null; told: ToldOnce[] };

export const nobody = (): PersonState => ({ entry: null, enteredAt: null, told: [] });

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
};
