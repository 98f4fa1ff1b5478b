import { calendarDate, closedAs, oneOf, plainText, remembered, text, uuid, phrase } from "../base";
import { type Sex, SEXES } from "../vocabulary";

const EARLIEST_BIRTH = "1900-01-01";

export type PersonInput = {
  id: string;
  name: string;
  birthDate: string;
  sex: Sex;
  notes: string;
  /** How they are reached: telephone, mail, address. Not clinical: the front desk keeps it. */
  contact?: string | undefined;
};

/**
 * What is recorded of a person: the same for the form, the route and the import.
 *
 * @param today YYYY-MM-DD, the last day a birth date may be
 */
export const personSchema = remembered((today: string) =>
  closedAs<PersonInput>({
    id: uuid(),
    name: plainText(120, 1),
    birthDate: calendarDate()
      .test(
        "not-before-1900",
        phrase`is before ${EARLIEST_BIRTH}; check the year`,
        (value) => (value ?? "") >= EARLIEST_BIRTH,
      )
      .test("not-in-future", "is in the future; check the year", (value) => (value ?? "") <= today),
    sex: oneOf(SEXES),
    notes: text(2000),
    contact: text(400).optional(),
  }),
);

export type Person = PersonInput & { readonly number: string };

/** A practitioner profile, chosen locally; real accounts take its place later. */
export type Practitioner = {
  id: string;
  name: string;
  registration: string;
};
export const practitionerSchema = closedAs<Practitioner>({
  id: uuid(),
  name: plainText(120, 1),
  registration: plainText(80),
});
