import type { Reading } from "./device";

/** A nod held against a cuff: the pressure over time at one level. */

export type CuffHold = {
  /** Milliseconds of the device's clock: when the level was reached. */
  readonly from: number;
  /** How long it was held, in ms: until it was let go, or the time asked was full. */
  readonly heldMs: number;
  /** How often, and how long together, it fell below the band before that. */
  readonly drops: number;
  readonly belowMs: number;
  /** The time asked is full. */
  readonly isFull: boolean;
  /** Full, and it never fell below. */
  readonly isGood: boolean;
};

export type CuffAsked = {
  /** What the cuff shows at rest, and the level that is nodded to, in mmHg. */
  readonly rest: number;
  readonly level: number;
  /** It counts as the level within so much, in mmHg either way. */
  readonly within: number;
  readonly seconds: number;
};

/** A pulse and a breath move the needle: what is looked at is the mean of so long, in ms. */
const SETTLED_OVER_MS = 500;
const HOLE_MS = 1000;

/**
 * Watches a stream of pressures for holds at one level. A hold begins where the
 * level is reached and ends once its time is full, or where it is let go:
 * half-way back to rest, or the stream breaks off for a second. How holds are
 * told apart is ours, by judgement; whether the surface muscles worked is seen,
 * not measured.
 */
export class CuffWatch {
  /** Holds that are over, in their order. */
  readonly over: CuffHold[] = [];
  private recent: Reading[] = [];
  private begun: { from: number; last: Reading; drops: number; belowMs: number } | null = null;
  /** After a full hold the next begins only once this one was let go. */
  private isResting = true;

  constructor(private readonly asked: CuffAsked) {}

  /** What the cuff shows, a pulse and a breath evened out; null: nothing came yet. */
  value(): number | null {
    const { recent } = this;
    return recent.length ? recent.reduce((sum, { value }) => sum + value, 0) / recent.length : null;
  }

  /** The hold that is going on; null while they rest. */
  now(): CuffHold | null {
    return this.begun && this.holdUpTo(this.begun.last.t);
  }

  /** One reading; one that is older than the last, or no number, is left out. */
  add(reading: Reading): void {
    const { t, value: read } = reading;
    if (!Number.isFinite(t) || !Number.isFinite(read) || t <= (this.recent.at(-1)?.t ?? -Infinity)) return;
    this.recent = [...this.recent.filter((one) => one.t > t - SETTLED_OVER_MS), reading];
    this.look(t, this.value()!);
  }

  private look(t: number, value: number): void {
    const { rest, level, within, seconds } = this.asked;
    const letGo = (rest + level) / 2;
    const least = level - within;
    if (this.begun && t - this.begun.last.t > HOLE_MS) this.close(this.begun.last.t);
    if (this.begun === null) {
      this.isResting ||= value < letGo;
      if (!this.isResting || value < least) return;
      this.begun = { from: t, last: { t, value }, drops: 0, belowMs: 0 };
      this.isResting = false;
      return;
    }
    if (value < letGo) {
      this.close(t);
      this.isResting = true;
      return;
    }
    if (value < least) {
      if (this.begun.last.value >= least) this.begun.drops++;
      this.begun.belowMs += t - this.begun.last.t;
    }
    this.begun.last = { t, value };
    if (t - this.begun.from >= seconds * 1000) this.close(t);
  }

  private holdUpTo(to: number): CuffHold {
    const { from, drops, belowMs } = this.begun!;
    const fullMs = this.asked.seconds * 1000;
    const heldMs = Math.min(to - from, fullMs);
    const isFull = heldMs >= fullMs;
    return { from, heldMs, drops, belowMs, isFull, isGood: isFull && drops === 0 };
  }

  private close(to: number): void {
    this.over.push(this.holdUpTo(to));
    this.begun = null;
  }
}

/**
 * The holds in a whole stream of pressures, the one that is not over among them.
 *
 * @param readings milliseconds and mmHg, in any order
 * @example cuffHolds([{ t: 0, value: 24 }, { t: 900, value: 24 }, { t: 1800, value: 20 }], { rest: 20, level: 24, within: 1, seconds: 10 }).length // 1
 */
export function cuffHolds(readings: readonly Reading[], asked: CuffAsked): readonly CuffHold[] {
  const watch = new CuffWatch(asked);
  readings.toSorted((a, b) => a.t - b.t).forEach((reading) => watch.add(reading));
  const now = watch.now();
  return now ? [...watch.over, now] : watch.over;
}
