import { addDays, addYears, formatISO, parseISO } from "date-fns";
import ical, { ICalCalendarMethod } from "ical-generator";
import { dueCourses } from "../repositories/episodes";
import { findPerson } from "../repositories/people";
import type { Store } from "../store/store";

const SAID = {
  retest: "Measure again",
  letter: "A letter is to be sent",
  outcome: "What came of it is to be asked",
} as const;

/**
 * What is due, as an iCalendar file: retests of the year to come on their day,
 * letters and outcomes today. People stand in it by number alone: a calendar is
 * read by others.
 *
 * @param now an instant; the calendar begins on its day
 * @param isShown whose courses this reader may see
 */
export function dueCalendar(store: Store, now: string, isShown: (person: string) => boolean = () => true): string {
  const today = now.slice(0, 10);
  const until = formatISO(addYears(parseISO(today), 1), { representation: "date" });
  const calendar = ical({
    name: "Dust Lantern: due",
    prodId: { company: "Dust Lantern", product: "due", language: "EN" },
    method: ICalCalendarMethod.PUBLISH,
  });
  for (const { episode, person, why, since } of dueCourses(store, until).filter((due) => isShown(due.person))) {
    const day = why === "retest" && since && since > today ? since : today;
    calendar.createEvent({
      id: `${why}-${episode}@dust-lantern`,
      stamp: new Date(now),
      start: parseISO(day),
      end: addDays(parseISO(day), 1),
      allDay: true,
      summary: `${SAID[why]}: ${findPerson(store, person)?.number ?? "somebody"}`,
    });
  }
  return `${calendar.toString()}\r\n`;
}
