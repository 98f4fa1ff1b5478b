import { type ClockTie, type RoundTrip, tieClocks } from "@/core/measurement";
import { clock } from "./feed";

const TRIPS = 5;

/**
 * Ties the server's clock to this machine's; null where it cannot be asked.
 *
 * @param ask its time in ms; null when it did not answer
 */
export async function tieToServer(ask: () => Promise<number | null>): Promise<ClockTie | null> {
  const trips: RoundTrip[] = [];
  for (let trip = 0; trip < TRIPS; trip++) {
    const sent = clock();
    const there = await ask();
    if (there !== null) trips.push({ sent, there, heard: clock() });
  }
  return trips.length === 0 ? null : tieClocks(trips);
}
