/**
 * Whole years between two days, by the calendar.
 *
 * @param birthDate YYYY-MM-DD
 * @param on a day or an instant in ISO form; only its date counts
 * @example ageOn("1990-06-15", "2026-06-14T10:00:00Z") // 35
 */
export function ageOn(birthDate: string, on: string): number {
  const [birthYear, birthDay] = [Number(birthDate.slice(0, 4)), birthDate.slice(5)];
  return Number(on.slice(0, 4)) - birthYear - (on.slice(5, 10) < birthDay ? 1 : 0);
}

/** Under this age the published figures, all from adults, do not apply. */
export const ADULT_AGE = 18;
