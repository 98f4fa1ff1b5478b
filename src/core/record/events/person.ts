import { type InferType } from "yup";
import { calendarDate, closed, oneOf, text } from "../../base";
import { SEXES } from "../../vocabulary";
import { type Draft, kind } from "../envelope";
import { type ToldBody, toldBody } from "../told-number";

/** A person on the roster: entered once, corrected by saying all of it anew. */

const entry = closed({
  number: text(20, 1),
  name: text(120, 1),
  birthDate: calendarDate(),
  sex: oneOf(SEXES),
  notes: text(2000),
  /** How they are reached; left out: nothing is known. */
  contact: text(400).optional(),
});

export type PersonEntry = InferType<typeof entry>;
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
