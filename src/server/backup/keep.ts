/** Which back-ups are kept, when the next one is due, and when somebody has to be told. */

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;

/** Of each of the last hours, days and months that have one, the newest is kept. */
export const KEEP = { hours: 24, days: 30, months: 12 } as const;

/** One is made when something was recorded since the last, at most so often; and at least once a day. */
const EVERY_MS = HOUR_MS;
/** A day and some hours: a machine that is off at night is no alarm. */
const LATE_MS = 26 * HOUR_MS;

type Dated = { readonly at: string };

/**
 * The back-ups that may go: all but the newest of each of the last 24 hours, 30
 * days and 12 months that have one. The newest of all is never among them.
 *
 * @param made in any order
 */
export function toDrop<T extends Dated>(made: readonly T[], keep: typeof KEEP = KEEP): T[] {
  const newestFirst = made.toSorted((a, b) => (a.at < b.at ? 1 : -1));
  const kept = new Set<T>();
  const keepNewestOf = (most: number, letters: number) => {
    const seen = new Set<string>();
    for (const one of newestFirst) {
      const span = one.at.slice(0, letters);
      if (seen.has(span)) continue;
      if (seen.size === most) return;
      seen.add(span);
      kept.add(one);
    }
  };
  keepNewestOf(keep.hours, "2026-03-02T10".length);
  keepNewestOf(keep.days, "2026-03-02".length);
  keepNewestOf(keep.months, "2026-03".length);
  return newestFirst.filter((one) => !kept.has(one));
}

type Run = Dated & { readonly anchor: string; readonly problem: string | null };
/** It was written, whatever was wrong in the store. */
const wasMade = ({ anchor }: Run): boolean => anchor !== "";

const since = (at: string, now: string): number => Date.parse(now) - Date.parse(at);

/**
 * Whether one is made now.
 *
 * @param runs the newest first
 * @param anchor the end of the journal now
 */
export function isDue(runs: readonly Run[], anchor: string, now: string): boolean {
  const last = runs.find(wasMade);
  if (!last) return true;
  const age = since(last.at, now);
  if (age < 0) return true;
  return age >= DAY_MS || (age >= EVERY_MS && last.anchor !== anchor);
}

/** Why somebody has to look after the back-ups; null when they go well. */
export function missedOf(plan: { readonly since: string } | null, runs: readonly Run[], now: string): string | null {
  if (!plan) return null;
  const last = runs.find(wasMade);
  const failed = runs[0] && !wasMade(runs[0]) ? ` The last try failed: ${runs[0].problem}` : "";
  if (since(last?.at ?? plan.since, now) > LATE_MS)
    return `${last ? `The last back-up was made on ${last.at.slice(0, 10)}.` : "No back-up was made yet."}${failed}`;
  return runs[0]?.problem ? `The last back-up: ${runs[0].problem}` : null;
}
