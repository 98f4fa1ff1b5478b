/** Seconds between two lines about a step that is still running. */
const EVERY_SECONDS = 10;

/** "3 min 20 s", "45 s". @param seconds rounded to five */
export function inWords(seconds) {
  const rounded = Math.max(5, Math.round(seconds / 5) * 5);
  const minutes = Math.floor(rounded / 60);
  const rest = rounded % 60;
  return [minutes > 0 && `${minutes} min`, rest > 0 && `${rest} s`].filter(Boolean).join(" ");
}

/**
 * Estimates how long the remaining steps take, from what each takes on two idle
 * cores and from how this machine has done so far.
 *
 * @param steps `{ title, seconds, isNetwork }`, in order; `seconds` is the time on two idle cores; a step that waits
 *   for the network says nothing about the machine
 */
export function createEstimate(steps) {
  const expected = (list) => list.reduce((sum, { seconds }) => sum + seconds, 0);
  const done = [];
  /** At least a third of its expected time has to have passed before a step says anything about the machine. */
  const pace = (current, elapsed) => {
    const finished = done.filter(({ isNetwork }) => !isNetwork);
    const counted = current && !current.isNetwork ? current : null;
    const planned = expected(finished) + (counted ? Math.min(counted.seconds, elapsed) : 0);
    const actual = finished.reduce((sum, { took }) => sum + took, 0) + (counted ? elapsed : 0);
    return planned >= expected(steps) / 10 ? Math.max(actual / planned, 0.2) : 1;
  };
  return {
    /** Seconds in all, before anything has begun. */
    total: expected(steps),
    /** Records that the first step that is not done took this long. */
    finish: (took) => done.push({ ...steps[done.length], took }),
    /** Seconds left, `elapsed` seconds into the current step. */
    left(elapsed = 0) {
      const [current, ...later] = steps.slice(done.length);
      if (!current) return 0;
      const factor = pace(elapsed > current.seconds / 3 ? current : null, elapsed);
      return Math.max(current.seconds * factor - elapsed, 0) + expected(later) * factor;
    },
    /** True once the current step takes longer than it does on two idle cores. */
    isLate: (elapsed) => elapsed > (steps[done.length]?.seconds ?? Infinity),
  };
}

/**
 * Runs steps one after the other, says beforehand how long they take together,
 * and every ten seconds how far they are.
 *
 * @param steps `{ title, seconds, work }`; `work` gives true when it ended well
 * @param write takes one line
 * @returns the title of the step that failed, or null
 */
export async function runWithProgress(steps, write = console.log) {
  const estimate = createEstimate(steps);
  write(`About ${inWords(estimate.total)} on two idle cores, longer on a busy machine. ${steps.length} steps:`);
  for (const [index, { title, work }] of steps.entries()) {
    const began = Date.now();
    const elapsed = () => (Date.now() - began) / 1000;
    write(`\n== ${index + 1} of ${steps.length}: ${title}. About ${inWords(estimate.left())} left in all.`);
    const ticking = setInterval(() => {
      const late = estimate.isLate(elapsed()) ? " It takes longer than on an idle machine." : "";
      write(
        `   ${title}: ${Math.round(elapsed())} s so far, about ${inWords(estimate.left(elapsed()))} left in all.${late}`,
      );
    }, EVERY_SECONDS * 1000);
    const ok = await work().finally(() => clearInterval(ticking));
    write(`== ${title}: ${ok ? "done" : "FAILED"} in ${elapsed().toFixed(1)} s`);
    if (!ok) return title;
    estimate.finish(elapsed());
  }
  return null;
}

/**
 * Waits for a server as long as its process lives, and says every ten seconds
 * what it waits for.
 *
 * @param isReady gives true once the server answers
 * @param isAlive false once its process has ended
 * @returns whether it became ready
 */
export async function untilReady(isReady, isAlive, write = console.log, everyMs = EVERY_SECONDS * 1000) {
  const began = Date.now();
  let next = everyMs;
  while (isAlive()) {
    if (await isReady()) return true;
    const waited = Date.now() - began;
    if (waited >= next) {
      write(`   Still waiting for the server to answer (${Math.round(waited / 1000)} s). Ctrl+C stops it.`);
      next += everyMs;
    }
    await new Promise((done) => setTimeout(done, 100));
  }
  return false;
}
