/** What is being held is kept by its id, so that a reload finds it running. */

const HOLD_KEY = "dust-lantern-hold ";
const startedKey = (id: string) => `${HOLD_KEY}${id}`;
export const readStart = (id: string): number | null => {
  const stored = Number(sessionStorage.getItem(startedKey(id)));
  return stored > 0 ? stored : null;
};
export const keepStart = (id: string, instant: number | null) =>
  instant === null
    ? sessionStorage.removeItem(startedKey(id))
    : sessionStorage.setItem(startedKey(id), String(instant));

export const LET_GO = "dust-lantern-let-go";

/** Whatever is being held is let go: a stop ends the hold as well, and no time is recorded of it. */
export function endHolds(): void {
  Object.keys(sessionStorage)
    .filter((key) => key.startsWith(HOLD_KEY))
    .forEach((key) => sessionStorage.removeItem(key));
  window.dispatchEvent(new Event(LET_GO));
}
