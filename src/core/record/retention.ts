import { isCalendarDate } from "../base";
import type { Retention } from "./events/clinic-keeping";

/** When the time is over that a record has to be kept. The app lists; people decide. */

const OF_AGE = 18;

/** A day so many years later; the 29th of February becomes the 1st of March where there is none. */
function yearsLater(day: string, years: number): string {
  const [year, rest] = [Number(day.slice(0, 4)) + years, day.slice(4)];
  const later = `${String(year).padStart(4, "0")}${rest}`;
  return isCalendarDate(later) ? later : `${String(year).padStart(4, "0")}-03-01`;
}

/**
 * The first day on which a person's records need no longer be kept.
 *
 * @param birthDate YYYY-MM-DD
 * @param lastVisit YYYY-MM-DD; of somebody who was never examined, the day they were entered
 * @example keptUntil({ preset: "own", years: 7, minorsUntil: 25 }, "2010-05-12", "2026-03-02") // "2035-05-12"
 */
export function keptUntil(
  { years, minorsUntil }: Pick<Retention, "years" | "minorsUntil">,
  birthDate: string,
  lastVisit: string,
): string {
  const after = yearsLater(lastVisit, years);
  const wasMinor = lastVisit < yearsLater(birthDate, OF_AGE);
  if (minorsUntil === null || !wasMinor) return after;
  const grown = yearsLater(birthDate, minorsUntil);
  return grown > after ? grown : after;
}
