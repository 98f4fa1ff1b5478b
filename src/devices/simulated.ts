import { angleAlong, type Device, type Faults, simulatedDevice, trueLumbar, type Waypoint } from "@/core/measurement";
import { clock, makeFeed } from "./feed";

const EVERY_MS = 40;
const STEP_MS = 10;

/** What a simulated device can be made to do. */
export type SimulatedDevice = Device & {
  /** Leads it along a way that begins now; the angles are those of the limb. */
  readonly lead: (way: readonly Waypoint[]) => void;
  /** Drags it to an angle, as a hand would. */
  readonly dragTo: (angle: number) => void;
  /** The angle that the limb really has. */
  readonly really: () => number;
};

const random = (seed: number) => () => {
  seed = (Math.imul(seed, 1_664_525) + 1_013_904_223) >>> 0;
  return seed / 4_294_967_296;
};

/**
 * An inclinometer, or two, that ships with the program: it moves as it is led or
 * dragged, and errs as a real one does.
 *
 * @param starts the angle of the limb at first
 */
export function simulatedInclinometer(streams: 1 | 2, faults: Faults, starts = 0): SimulatedDevice {
  const feed = makeFeed();
  const make = [simulatedDevice(faults, random(11)), simulatedDevice(faults, random(29))] as const;
  let way: readonly Waypoint[] = [{ at: 0, angle: starts }];
  let timer: ReturnType<typeof setInterval> | null = null;
  let sentUpTo = 0;

  const look = () => {
    const now = clock();
    /** A page that slept begins again where it wakes. */
    if (now - sentUpTo > 1000) sentUpTo = now - STEP_MS;
    while (sentUpTo + STEP_MS <= now) {
      sentUpTo += STEP_MS;
      const angle = angleAlong(way, sentUpTo);
      for (const reading of make[0](sentUpTo, angle)) feed.send(reading, 0);
      /** The second sits lower down and moves about a third of the way with it. */
      if (streams === 2)
        for (const reading of make[1](sentUpTo, trueLumbar(angle, (angle * 2) / 3))) feed.send(reading, 1);
    }
  };

  return {
    id: streams === 1 ? "simulated-inclinometer" : "simulated-two-inclinometers",
    label:
      streams === 2
        ? "Simulated inclinometers, two"
        : faults.lost > 5
          ? "Simulated, with a loose cable"
          : "Simulated inclinometer",
    with: "simulated",
    unit: "°",
    streams,
    state: feed.state,
    listen: feed.listen,
    open: async () => {
      if (timer) return;
      sentUpTo = clock();
      feed.set({ is: "open" });
      timer = setInterval(look, EVERY_MS);
    },
    close: () => {
      if (timer) clearInterval(timer);
      timer = null;
      feed.set({ is: "closed" });
    },
    lead: (next) => {
      const now = clock();
      way = next.map(({ at, angle }) => ({ at: now + at, angle }));
    },
    dragTo: (angle) => {
      const now = clock();
      way = [
        { at: now, angle: angleAlong(way, now) },
        { at: now + 120, angle },
      ];
    },
    really: () => angleAlong(way, clock()),
  };
}
