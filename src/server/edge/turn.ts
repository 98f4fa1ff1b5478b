/** Lets only so many do something at once; the others wait their turn. */
export type Turn = {
  /** Begins the work now or when its turn comes; the work says when it has ended. */
  readonly take: (work: (ended: () => void) => void) => void;
  /** How many wait. */
  readonly waiting: () => number;
};

/**
 * A queue in front of work that would hold up what matters more.
 *
 * @param most how many may be at it at once
 */
export function turns(most: number): Turn {
  const queue: ((ended: () => void) => void)[] = [];
  let working = 0;
  const next = (): void => {
    const work = working < most ? queue.shift() : undefined;
    if (!work) return;
    working++;
    let isOver = false;
    work(() => {
      if (isOver) return;
      isOver = true;
      working--;
      next();
    });
    next();
  };
  return {
    take: (work) => {
      queue.push(work);
      next();
    },
    waiting: () => queue.length,
  };
}
