import {
  angleAlong,
  type Device,
  type Faults,
  ORDINARY_FAULTS,
  simulatedDevice,
  type StreamUnit,
  trueLumbar,
  type Waypoint,
} from "@/core/measurement";
import { clock, makeFeed } from "./feed";

const EVERY_MS = 40;
const STEP_MS = 10;
/** A thigh on a padded table, in degrees. */
const THIGH_LEANS = 6;

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

type Of = {
  readonly id: string;
  readonly label: string;
  readonly unit: StreamUnit;
  readonly faults: Faults;
  /** What it shows at first. */
  readonly starts: number;
  /** What a second stream shows while the first shows this; left out: there is none. */
  readonly second?: (value: number) => number;
};

/** A device that ships with the program: it shows what it is led or dragged to, and errs as a real one does. */
function simulated({ id, label, unit, faults, starts, second }: Of): SimulatedDevice {
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
      if (second) for (const reading of make[1](sentUpTo, second(angle))) feed.send(reading, 1);
    }
  };

  return {
    id,
    label,
    with: "simulated",
    unit,
    streams: second ? 2 : 1,
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

/**
 * An inclinometer, or two.
 *
 * @param starts the angle of the limb at first
 */
export const simulatedInclinometer = (streams: 1 | 2, faults: Faults, starts = 0): SimulatedDevice =>
  simulated({
    id: streams === 1 ? "simulated-inclinometer" : "simulated-two-inclinometers",
    label:
      streams === 2
        ? "Simulated inclinometers, two"
        : faults.lost > ORDINARY_FAULTS.lost
          ? "Simulated, with a loose cable"
          : "Simulated inclinometer",
    unit: "°",
    faults,
    starts,
    /** The second sits lower down and moves about a third of the way with it. */
    ...(streams === 2 ? { second: (angle: number) => trueLumbar(angle, (angle * 2) / 3) } : {}),
  });

/** A pulse and a breath move its needle a little. */
export const simulatedCuff = (): SimulatedDevice =>
  simulated({
    id: "simulated-cuff",
    label: "Simulated pressure cuff",
    unit: "mmHg",
    faults: { ...ORDINARY_FAULTS, noise: 0.15, tremor: 0.1, hysteresis: 0.05, drift: 0 },
    starts: 20,
  });

/** Between hand and person; at rest it shows nothing. */
export const simulatedForceGauge = (): SimulatedDevice =>
  simulated({
    id: "simulated-force-gauge",
    label: "Simulated force gauge",
    unit: "N",
    faults: { ...ORDINARY_FAULTS, noise: 1.5, tremor: 3, hysteresis: 1, drift: 0 },
    starts: 0,
  });

/** One on the shin that is led, one on the thigh, which does not lie quite level: the knee is read by difference. */
export const simulatedOnTwoLimbs = (): SimulatedDevice =>
  simulated({
    id: "simulated-two-limbs",
    label: "Simulated inclinometers, on thigh and shin",
    unit: "°",
    faults: ORDINARY_FAULTS,
    starts: 0,
    second: () => THIGH_LEANS,
  });
