/** A foot pedal, a clicker, a presenter: anything that acts as a keyboard. */

/** "now" marks the moment, "stop" stops, "next" goes on; when: the moment that is meant, in ms. */
export type PedalSays = { readonly says: "now" | "stop" | "next"; readonly at: number };

/** Held so long it stops, while it is held. */
const STOPS_AFTER_MS = 700;
/** A second press within this is a double one; a single one is sure only after it. */
const DOUBLE_WITHIN_MS = 350;
/** Contacts bounce: nothing shorter is a press of its own. */
const BOUNCE_MS = 25;

/**
 * Tells what the presses of a pedal mean: short is *now*, counted from the moment
 * it went down; held is *stop*; twice, or the second of two pedals, is *next*.
 *
 * @example new PedalReader().dueAt() // null
 */
export class PedalReader {
  private downAt: number | null = null;
  private upAt = -Infinity;
  private hasStopped = false;
  /** The short press that waits to be the first of two. */
  private first: number | null = null;

  /** The pedal goes down. */
  down(at: number): PedalSays[] {
    if (this.downAt !== null || at - this.upAt < BOUNCE_MS) return [];
    const earlier = this.tick(at);
    this.downAt = at;
    this.hasStopped = false;
    return earlier;
  }

  /** The pedal comes up. */
  up(at: number): PedalSays[] {
    if (this.downAt === null) return [];
    const down = this.downAt;
    const held = this.tick(at);
    this.downAt = null;
    this.upAt = at;
    if (this.hasStopped) return held;
    if (this.first !== null) {
      this.first = null;
      return [...held, { says: "next", at: down }];
    }
    this.first = down;
    return held;
  }

  /** Time goes by: a press becomes a stop while it is held, or a single one when no second came. */
  tick(now: number): PedalSays[] {
    if (this.downAt !== null) {
      if (this.hasStopped || now - this.downAt < STOPS_AFTER_MS) return [];
      this.hasStopped = true;
      this.first = null;
      return [{ says: "stop", at: this.downAt }];
    }
    if (this.first === null || now - this.upAt < DOUBLE_WITHIN_MS) return [];
    const at = this.first;
    this.first = null;
    return [{ says: "now", at }];
  }

  /** When to look again, in ms of the same clock; null: nothing is waiting. */
  dueAt(): number | null {
    if (this.downAt !== null) return this.hasStopped ? null : this.downAt + STOPS_AFTER_MS;
    return this.first === null ? null : this.upAt + DOUBLE_WITHIN_MS;
  }
}

/** Keys that bought pedals and presenters send; while one is joined they are its own. */
export const PEDAL_KEYS = [
  "PageUp",
  "PageDown",
  "ArrowUp",
  "ArrowDown",
  "ArrowLeft",
  "ArrowRight",
  " ",
  "Enter",
  "b",
  "B",
  "Escape",
  ...Array.from({ length: 24 }, (_none, index) => `F${index + 1}`),
] as const;

/**
 * Why a key cannot be a pedal's; null where it can.
 *
 * @example pedalKeyProblem("PageDown") // null
 * @example pedalKeyProblem("4")?.startsWith("4 answers") // true
 */
export function pedalKeyProblem(key: string): string | null {
  if ((PEDAL_KEYS as readonly string[]).includes(key)) return null;
  return `${key} answers something here, so a foot must not press it. Set the pedal to send Page Down, an arrow, Space, Enter or a function key.`;
}
