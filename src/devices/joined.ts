import type { ClockTie } from "@/core/measurement";
import { call } from "@/wire/call";
import { DEVICE_ROUTES } from "@/wire/device-routes";
import type { DeviceSaid, PadState } from "@/wire/devices";
import { clock } from "./feed";
import { tieToServer } from "./tie";

/** The other end of the line: a device that joined. */
export type JoinedLine = {
  readonly close: () => void;
  /** Says something that happened at a moment of this device's clock. What cannot be sent at once is sent again, but for samples. */
  readonly say: (said: Omit<DeviceSaid, "at">, at?: number) => void;
  readonly leave: () => Promise<void>;
};

const AGAIN_AFTER_MS = 400;
const MOST_WAITING = 60;
const MOST_AT_ONCE = 20;
/** Samples do not wait for those before them to arrive: each has its moment, and the screen puts them in order. */
const SAMPLES_ON_THE_WAY = 4;
const TIED_AGAIN_MS = 60_000;

/** Old samples are of no use to anybody: what could not be sent is not sent again. */
function samplesLine(onEnd: () => void) {
  let samples: DeviceSaid[] = [];
  let onTheWay = 0;
  let isClosed = false;
  const send = async (): Promise<void> => {
    if (isClosed || samples.length === 0 || onTheWay >= SAMPLES_ON_THE_WAY) return;
    const batch = samples.slice(-MOST_AT_ONCE);
    samples = [];
    onTheWay++;
    const taken = await call(DEVICE_ROUTES.joinedSay, {}, { said: batch as never }, 5000);
    onTheWay--;
    if (!taken.ok && taken.status === 401) return onEnd();
    return send();
  };
  return {
    close: () => void (isClosed = true),
    say: (one: DeviceSaid) => {
      samples = [...samples, one].slice(-MOST_WAITING);
      void send();
    },
  };
}

/**
 * @param onShow told what to show
 * @param onLine whether the line stands
 * @param onEnd it was sent off, or its code is not known any more
 */
export function openJoined(
  onShow: (pad: PadState) => void,
  onLine: (isUp: boolean) => void,
  onEnd: () => void,
): JoinedLine {
  let tie: ClockTie | null = null;
  const tieAnew = async () => {
    tie =
      (await tieToServer(async () => {
        const told = await call(DEVICE_ROUTES.joinedClock, {}, {}, 5000);
        return told.ok ? told.value.nowMs : null;
      })) ?? tie;
  };
  void tieAnew();
  const again = setInterval(() => void tieAnew(), TIED_AGAIN_MS);
  const inServerTime = (at: number): number => at - (tie?.offset ?? performance.now() - Date.now());

  let waiting: DeviceSaid[] = [];
  let isSending = false;
  let isClosed = false;
  const samples = samplesLine(onEnd);
  const send = async (): Promise<void> => {
    if (isSending || isClosed || waiting.length === 0) return;
    isSending = true;
    const batch = waiting.slice(0, MOST_AT_ONCE);
    const taken = await call(DEVICE_ROUTES.joinedSay, {}, { said: batch as never }, 5000);
    isSending = false;
    if (!taken.ok && taken.status === 401) return onEnd();
    /** What is refused as it is would hold up the rest for good. */
    if (taken.ok || (taken.status >= 400 && taken.status < 500)) {
      waiting = waiting.filter((one) => !batch.includes(one));
      return send();
    }
    setTimeout(() => void send(), AGAIN_AFTER_MS);
  };

  /** A stop waits behind nothing, and is sent until it is heard: twice is once. */
  const sendStop = async (stop: DeviceSaid): Promise<void> => {
    if (isClosed) return;
    const taken = await call(DEVICE_ROUTES.joinedSay, {}, { said: [stop] as never }, 2000);
    if (!taken.ok && taken.status === 401) return onEnd();
    if (!taken.ok) setTimeout(() => void sendStop(stop), AGAIN_AFTER_MS);
  };

  const source = new EventSource(DEVICE_ROUTES.joinedLive.path);
  source.onopen = () => onLine(true);
  source.onerror = () => {
    onLine(false);
    if (source.readyState === EventSource.CLOSED) onEnd();
  };
  source.onmessage = (event: MessageEvent<string>) => {
    const shown = JSON.parse(event.data) as PadState;
    if (shown.show === "ended") {
      source.close();
      return onEnd();
    }
    onShow(shown);
  };
  const close = () => {
    isClosed = true;
    samples.close();
    clearInterval(again);
    source.close();
  };
  return {
    close,
    say: (said, at = clock()) => {
      const one = { ...said, at: inServerTime(at), ...(said.t ? { t: said.t.map(inServerTime) } : {}) };
      if (said.says === "stop") return void sendStop(one);
      if (said.says === "samples") return samples.say(one);
      waiting = [...waiting, one];
      void send();
    },
    leave: async () => {
      close();
      await call(DEVICE_ROUTES.leave, {}, {}, 5000);
      onEnd();
    },
  };
}
