import { type ClockTie, type Device } from "@/core/measurement";
import { call } from "@/wire/call";
import { DEVICE_ROUTES } from "@/wire/device-routes";
import type { DeviceHeard, JoinedDevice, PadState } from "@/wire/devices";
import { pathOf } from "@/wire/route";
import { makeFeed } from "./feed";
import { tieToServer } from "./tie";

/** What the examination's screen hears of the devices that joined it. */
export type LinkListener = {
  readonly onDevices: (devices: readonly JoinedDevice[]) => void;
  /** `at` is by this machine's clock. */
  readonly onHeard: (heard: DeviceHeard, at: number) => void;
  /** Whether the line stands. */
  readonly onLine: (isUp: boolean) => void;
};

export type Link = {
  readonly close: () => void;
  /** How well the clocks are tied, in ms; null: not yet. */
  readonly tieError: () => number | null;
  /** What the pads are to show; of several that follow each other quickly the last stands. */
  readonly show: (pad: PadState) => void;
};

const TIED_AGAIN_MS = 60_000;
const SHOWN_AGAIN_MS = 400;

/** Opens the line to the devices of an examination. */
export function openLink(exam: string, { onDevices, onHeard, onLine }: LinkListener): Link {
  let tie: ClockTie | null = null;
  const tieAnew = async () => {
    tie =
      (await tieToServer(async () => {
        const told = await call(DEVICE_ROUTES.joinedDevices, { exam }, {}, 5000);
        return told.ok ? told.value.nowMs : null;
      })) ?? tie;
  };
  void tieAnew();
  const again = setInterval(() => void tieAnew(), TIED_AGAIN_MS);
  /** One at a time: two on the way at once may come in the other order, and the older one would stand. */
  let wanted: PadState | null = null;
  let isShowing = false;
  let isClosed = false;
  const showWanted = async (): Promise<void> => {
    if (isShowing) return;
    isShowing = true;
    while (wanted !== null && !isClosed) {
      const next: PadState = wanted;
      wanted = null;
      const shown = await call(DEVICE_ROUTES.showOnPad, { exam }, next, 5000);
      if (shown.ok || (shown.status >= 400 && shown.status < 500)) continue;
      wanted ??= next;
      await new Promise((done) => setTimeout(done, SHOWN_AGAIN_MS));
    }
    isShowing = false;
  };
  const source = new EventSource(pathOf(DEVICE_ROUTES.hearDevices.path, { exam }));
  source.onopen = () => onLine(true);
  source.onerror = () => onLine(false);
  source.addEventListener("devices", (event: MessageEvent<string>) =>
    onDevices(JSON.parse(event.data) as JoinedDevice[]),
  );
  source.onmessage = (event: MessageEvent<string>) => {
    const heard = JSON.parse(event.data) as DeviceHeard;
    onHeard(heard, heard.at + (tie?.offset ?? performance.now() - Date.now()));
  };
  return {
    close: () => {
      isClosed = true;
      clearInterval(again);
      source.close();
    },
    tieError: () => tie?.error ?? null,
    show: (pad) => {
      wanted = pad;
      void showWanted();
    },
  };
}

/**
 * Joined phones as a device of this machine: one, or two, of which the first
 * lies lower down a limb or higher up the spine, as the first of two
 * inclinometers does.
 */
export type JoinedProbe = Device & {
  readonly take: (heard: DeviceHeard, at: number) => void;
  /** Their connections stand, or not. */
  readonly setHere: (isHere: boolean) => void;
};

export function joinedProbe(ids: readonly [string] | readonly [string, string]): JoinedProbe {
  const feed = makeFeed();
  let isOpen = false;
  return {
    id: ids.join(" "),
    label: ids.length === 1 ? "Joined probe" : "Joined probes, two",
    with: "three axes",
    unit: "°",
    streams: ids.length,
    state: feed.state,
    listen: feed.listen,
    open: async () => {
      isOpen = true;
      feed.set({ is: "open" });
    },
    close: () => {
      isOpen = false;
      feed.set({ is: "closed" });
    },
    setHere: (isHere) => {
      if (isOpen) feed.set(isHere ? { is: "open" } : { is: "silent", sinceMs: performance.now() });
    },
    take: ({ device, at, t = [], v = [] }, hereAt) => {
      const stream = device === ids[1] ? 1 : 0;
      if (stream === 0 && device !== ids[0]) return;
      t.forEach((moment, index) => feed.send({ t: hereAt + moment - at, value: v[index]! }, stream));
    },
  };
}
