import { refuse } from "../base";

/** One question to another clock: sent and heard by this one, told by that one; all in ms. */
export type RoundTrip = { readonly sent: number; readonly there: number; readonly heard: number };

export type ClockTie = {
  /** What is added to the other clock's time to get this one's, in ms. */
  readonly offset: number;
  /** It is that, within so many ms. */
  readonly error: number;
};

/**
 * Ties another clock to this one, by the question that came back soonest: half
 * of its way is the most that the tie can be off.
 *
 * @throws InputError without a single trip that is possible
 * @example tieClocks([{ sent: 0, there: 1030, heard: 60 }, { sent: 100, there: 1110, heard: 120 }]) // { offset: -1000, error: 10 }
 */
export function tieClocks(trips: readonly RoundTrip[]): ClockTie {
  const possible = trips.filter(
    ({ sent, there, heard }) => [sent, there, heard].every((ms) => Number.isFinite(ms)) && heard >= sent,
  );
  const [first, ...others] = possible;
  if (!first)
    return refuse("clock", "was never told", "Ask the device again; without it no moment of its can be read.");
  const wayOf = ({ sent, heard }: RoundTrip) => heard - sent;
  const best = others.reduce((least, trip) => (wayOf(trip) < wayOf(least) ? trip : least), first);
  return { offset: (best.sent + best.heard) / 2 - best.there, error: wayOf(best) / 2 };
}
