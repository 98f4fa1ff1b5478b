import { type InferType } from "yup";
import { calendarDate, closed, oneOf, plainText, remembered, text, uuid, phrase } from "../base";
import { SEXES } from "../vocabulary";

const EARLIEST_BIRTH = "1900-01-01";

/**
 * What is recorded of a person: the same for the form, the route and the import.
 *
 * @param today YYYY-MM-DD, the last day a birth date may be
 */
export const personSchema = remembered((today: string) =>
  closed({
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
    /** How they are reached: telephone, mail, address. Not clinical: the front desk keeps it. */
    contact: text(400).optional(),
  }),
);

export type PersonInput = InferType<ReturnType<typeof personSchema>>;
export type Person = PersonInput & { readonly number: string };

/** A practitioner profile, chosen locally; real accounts take its place later. */
export const practitionerSchema = closed({ id: uuid(), name: plainText(120, 1), registration: plainText(80) });
export type Practitioner = InferType<typeof practitionerSchema>;
