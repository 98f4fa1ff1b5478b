import { PedalReader, type PedalSays } from "@/core/measurement";
import { clock, pressedAt } from "./feed";

/** The key a pedal sends, and that of a second one beside it. */
export type Pedal = { readonly key: string; readonly second: string | null };

const KEPT = "dust-lantern-pedal";

/** The pedal that was learned in this browser; null: none. */
export function keptPedal(): Pedal | null {
  try {
    const kept = JSON.parse(localStorage.getItem(KEPT) ?? "null") as Partial<Pedal> | null;
    return typeof kept?.key === "string"
      ? { key: kept.key, second: typeof kept.second === "string" ? kept.second : null }
      : null;
  } catch {
    return null;
  }
}

export function keepPedal(pedal: Pedal | null): void {
  try {
    if (pedal) localStorage.setItem(KEPT, JSON.stringify(pedal));
    else localStorage.removeItem(KEPT);
  } catch {
    /* It is learned anew next time. */
  }
}

/**
 * Hears a pedal. Its keys are its own meanwhile: nothing else on the page hears
 * them, a dialog's neither.
 */
export function listenToPedal(pedal: Pedal, onSays: (said: PedalSays) => void): () => void {
  const reader = new PedalReader();
  let timer: ReturnType<typeof setTimeout> | null = null;
  const tell = (all: readonly PedalSays[]) => {
    all.forEach(onSays);
    if (timer) clearTimeout(timer);
    const due = reader.dueAt();
    timer = due === null ? null : setTimeout(() => tell(reader.tick(clock())), Math.max(0, due - clock()) + 1);
  };
  const isIts = (event: KeyboardEvent) => event.key === pedal.key || event.key === pedal.second;
  const take = (event: KeyboardEvent) => {
    if (!isIts(event)) return false;
    event.preventDefault();
    event.stopImmediatePropagation();
    return true;
  };
  const down = (event: KeyboardEvent) => {
    if (!take(event) || event.repeat) return;
    if (event.key === pedal.second) onSays({ says: "next", at: pressedAt(event) });
    else tell(reader.down(pressedAt(event)));
  };
  const up = (event: KeyboardEvent) => {
    if (take(event) && event.key === pedal.key) tell(reader.up(pressedAt(event)));
  };
  window.addEventListener("keydown", down, { capture: true });
  window.addEventListener("keyup", up, { capture: true });
  return () => {
    window.removeEventListener("keydown", down, { capture: true });
    window.removeEventListener("keyup", up, { capture: true });
    if (timer) clearTimeout(timer);
  };
}
