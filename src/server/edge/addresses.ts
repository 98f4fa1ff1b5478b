/**
 * What one address may ask for before anybody has signed in from it: so many
 * requests, refilled as time goes by, and so many that are not whole yet. A
 * clinic's own devices never come near; one that floods the server keeps itself
 * out and nobody else.
 */

const EACH_SECOND = 200;
const AT_ONCE = 600;
const MOST_HALF_SENT = 64;
const ADDRESSES_KEPT = 10_000;
const SECOND = 1000;

type Bucket = { left: number; at: number };

export type Addresses = {
  /** Takes one request; false when the address has used up what it may. */
  readonly take: (address: string, now: number) => boolean;
  /** Begins one that is not whole yet; null when too many are. Gives what ends it. */
  readonly begin: (address: string) => (() => void) | null;
};

/**
 * The limits of every address, kept in memory.
 *
 * @example addresses().take("10.0.0.1", 0) // true
 */
export function addresses(): Addresses {
  const buckets = new Map<string, Bucket>();
  const halfSent = new Map<string, number>();
  return {
    take: (address, now) => {
      const known = buckets.get(address) ?? { left: AT_ONCE, at: now };
      const left = Math.min(AT_ONCE, known.left + ((now - known.at) / SECOND) * EACH_SECOND);
      if (buckets.size >= ADDRESSES_KEPT && !buckets.has(address)) buckets.clear();
      buckets.set(address, { left: Math.max(0, left - 1), at: now });
      return left >= 1;
    },
    begin: (address) => {
      const now = halfSent.get(address) ?? 0;
      if (now >= MOST_HALF_SENT) return null;
      halfSent.set(address, now + 1);
      let isOver = false;
      return () => {
        if (isOver) return;
        isOver = true;
        const left = (halfSent.get(address) ?? 1) - 1;
        if (left === 0) halfSent.delete(address);
        else halfSent.set(address, left);
      };
    },
  };
}
