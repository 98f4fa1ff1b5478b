import { entropy, openingState, type Planned, withResult } from "../planning";
import { seeded } from "../reading";
import { probabilityOf } from "./best-reader";
import type { Asked, Shows, SimulatedPatient } from "./patient";

/** Other ways to choose among the tests that say something: to hold the plan against. */

type Choosing = {
  /** The tests that say something of a question, each on the side that says it. */
  readonly pool: readonly Planned[];
  readonly showsOf: (run: Planned) => readonly Shows[];
  readonly questions: readonly Asked[];
  readonly patient: SimulatedPatient;
  /** How many are done. */
  readonly count: number;
};

/**
 * So many tests of those there are, in an order that knows nothing.
 *
 * @param seed the same seed gives the same order
 */
export function atRandom({ pool, count }: Pick<Choosing, "pool" | "count">, seed: string): readonly Planned[] {
  const random = seeded(seed);
  return pool
    .map((run) => ({ run, at: random() }))
    .toSorted((a, b) => a.at - b.at)
    .slice(0, count)
    .map(({ run }) => run);
}

/** So many tests, each the one from which most is learned next, whatever it costs: by who reads best. */
export function byGain({ pool, showsOf, questions, patient, count }: Choosing): readonly Planned[] {
  const states = questions.map(({ start }) => openingState(start));
  const gainOf = (run: Planned): number =>
    showsOf(run).reduce((sum, { asked, chances }) => {
      const now = states[asked]!;
      const yes = withResult(now, chances, true);
      const no = withResult(now, chances, false);
      const chance = yes.weight / (yes.weight + no.weight);
      return (
        sum +
        entropy(probabilityOf(now)) -
        chance * entropy(probabilityOf(yes)) -
        (1 - chance) * entropy(probabilityOf(no))
      );
    }, 0);
  const done: Planned[] = [];
  while (done.length < Math.min(count, pool.length)) {
    const left = pool.filter((run) => !done.includes(run)).map((run) => ({ run, gain: gainOf(run) }));
    const { run } = left.reduce((a, b) => (b.gain > a.gain + 1e-12 ? b : a));
    done.push(run);
    for (const shows of showsOf(run))
      states[shows.asked] = withResult(states[shows.asked]!, shows.chances, patient.shows(run.key, shows));
  }
  return done;
}
