"use client";

import { useSyncExternalStore } from "react";
import type { Device, OwnDelay, PedalSays } from "@/core/measurement";
import type { DeviceHeard, JoinedDevice, PadState } from "@/wire/devices";

/** What is at the table besides hands and screen: what measures, what is pressed with a foot, what they hold themselves. */
export type Kit = {
  readonly measuring: Device | null;
  readonly joined: readonly JoinedDevice[];
  /** Pads whose *now* was practised: before that no moment is marked by them. */
  readonly practised: readonly string[];
  /** How quick they press themselves, by channel, where it was learned: for this examination alone. */
  readonly delays: Readonly<Partial<Record<"pad" | "pedal", OwnDelay>>>;
  /** A delay is being learned: a press answers the signal, and marks nothing. */
  readonly isLearning: boolean;
  /** Whether the line to the joined ones stands. */
  readonly isLineUp: boolean;
  readonly hasPedal: boolean;
  /** Somebody is about to join. */
  readonly isJoining: boolean;
  /** The next step is said aloud. */
  readonly isSpoken: boolean;
  /** What a pad says counts by itself after a second. */
  readonly countsByItself: boolean;
  /** A simulated device moves by itself, as if a limb were led. */
  readonly leadsItself: boolean;
  /** The movement is kept beside the angle that was read from it. */
  readonly keepsTraces: boolean;
};

const EMPTY: Kit = {
  measuring: null,
  joined: [],
  practised: [],
  delays: {},
  isLearning: false,
  isLineUp: false,
  hasPedal: false,
  isJoining: false,
  isSpoken: false,
  countsByItself: false,
  leadsItself: false,
  keepsTraces: false,
};

let kit: Kit = EMPTY;
const shown = new Set<() => void>();

export const kitNow = (): Kit => kit;

export function setKit(change: Partial<Kit>): void {
  if (change.measuring !== undefined && change.measuring !== kit.measuring) kit.measuring?.close();
  kit = { ...kit, ...change };
  shown.forEach((show) => show());
}

export const clearKit = (): void => setKit(EMPTY);

export const useKit = (): Kit =>
  useSyncExternalStore(
    (show) => {
      shown.add(show);
      return () => void shown.delete(show);
    },
    () => kit,
    () => EMPTY,
  );

/** Whether there is anything that says or measures something. */
export const isEquipped = ({ measuring, joined, hasPedal }: Kit): boolean =>
  measuring !== null || joined.length > 0 || hasPedal;

/** What is said at the table by something else than the screen; at: by this machine's clock. */
export type SaidAtTable =
  | { readonly by: "pedal"; readonly says: PedalSays["says"]; readonly at: number }
  | { readonly by: "pad"; readonly heard: DeviceHeard; readonly at: number };

const hearing = new Set<(said: SaidAtTable) => void>();
export const sayAtTable = (said: SaidAtTable): void => hearing.forEach((hear) => hear(said));
export function hearAtTable(hear: (said: SaidAtTable) => void): () => void {
  hearing.add(hear);
  return () => void hearing.delete(hear);
}

/** Shows something on the pads; where the line to them does not stand yet, once it does. */
let showOn: ((pad: PadState) => void) | null = null;
let shownLast: PadState | null = null;
export function setPads(show: ((pad: PadState) => void) | null): void {
  showOn = show;
  if (show === null) shownLast = null;
  else if (shownLast !== null) show(shownLast);
}
export function showOnPad(pad: PadState): void {
  shownLast = pad;
  showOn?.(pad);
}
