import { may, type Person } from "@/core";
import type { RosterRow } from "@/wire/roster";
import { memberIn, type Who } from "./who";

/** Notes on a person and the list of their examinations are clinical: whoever sees no records sees neither. */
const withoutClinical = <P extends Person>(person: P): P => ({
  ...person,
  notes: "",
  ...("exams" in person ? { exams: [] satisfies RosterRow["exams"] } : {}),
});

/** Whether whoever asks may see what was found of anybody. */
export function seesClinical(who: Who): boolean {
  const member = memberIn(who);
  return member !== null && may(member, "see a record", null).may;
}

/** What of a person goes to whoever asks, and what is taken from them. */
export function forDesk(who: Who): {
  readonly shown: <P extends Person>(people: readonly P[]) => readonly P[];
  /** What was entered, with the notes as they were where the one who enters it never saw them. */
  readonly entered: (person: unknown, notes: string) => unknown;
} {
  const isClinical = seesClinical(who);
  return {
    shown: (people) => (isClinical ? people : people.map(withoutClinical)),
    entered: (person, notes) =>
      isClinical || typeof person !== "object" || person === null || Array.isArray(person)
        ? person
        : { ...person, notes },
  };
}
