type Work = (ended: () => void) => void;

/** Lets only so many do something at once; the others wait their turn. */
export type Turn = {
  /** Begins the work now or when its turn comes; the work says when it has ended. */
  readonly take: (work: Work) => void;
  /** Begins the work at once; until it has ended, nothing that waits begins. */
  readonly goFirst: (work: Work) => void;
  /** How many wait. */
  readonly waiting: () => number;
};

/** The work, told once of its end, however often it says so. */
function once(work: Work, then: () => void): void {
  let isOver = false;
  work(() => {
    if (isOver) return;
    isOver = true;
    then();
  });
}

/**
 * A queue in front of work that would hold up what matters more.
 *
 * @param most how many may be at it at once
 * @param breath how the next one is let in after another has ended: later, so that what matters more and has come meanwhile is seen before
 */
export function turns(most: number, breath: (next: () => void) => void = (next) => next()): Turn {
  const queue: Work[] = [];
  let working = 0;
  let first = 0;
  const next = (): void => {
    const work = working < most && first === 0 ? queue.shift() : undefined;
    if (!work) return;
    working++;
    once(work, () =>
      breath(() => {
        working--;
        next();
      }),
    );
    next();
  };
  return {
    take: (work) => {
      queue.push(work);
      next();
    },
    goFirst: (work) => {
      first++;
      once(work, () => {
        first--;
        next();
      });
    },
    waiting: () => queue.length,
  };
}
