import { type Device, type Gravity, gravityOf, leanOf, turnedAbout } from "@/core/measurement";
import { clock, makeFeed } from "./feed";

/** A browser that asks before it gives its sensors. */
type Asking = { requestPermission?: () => Promise<"granted" | "denied"> };

const NOTHING_AFTER_MS = 2500;

/** Why this page gets no sensor, with a way on; null where it may. */
export function sensorProblem(): string | null {
  if (!window.isSecureContext)
    return "A browser gives its sensors only to an encrypted page. Open this page by its https address, or type the angle.";
  if (!("DeviceOrientationEvent" in window))
    return "This device tells nothing of how it lies. Use another, or type the angle.";
  return null;
}

/** Which of its own axes the device turns about: its long side leans, or it turns about that side. */
export type Turns = "lean" | "about its long side";

/**
 * How this device lies, by its own sensor: the lean of its long side, or how far it
 * turned about that since it was opened.
 */
export function orientationSensor(turns: Turns = "lean"): Device {
  const feed = makeFeed();
  let zero: Gravity | null = null;
  let waiting: ReturnType<typeof setTimeout> | null = null;
  const heard = (event: DeviceOrientationEvent) => {
    if (event.beta === null || event.gamma === null) return;
    if (waiting) clearTimeout(waiting);
    waiting = null;
    feed.set({ is: "open" });
    const gravity = gravityOf(event.beta, event.gamma);
    zero ??= gravity;
    const value = turns === "lean" ? leanOf(gravity) : turnedAbout([0, 1, 0], zero, gravity);
    if (value !== null) feed.send({ t: clock(), value });
  };
  const close = () => {
    window.removeEventListener("deviceorientation", heard);
    if (waiting) clearTimeout(waiting);
    waiting = null;
    zero = null;
    feed.set({ is: "closed" });
  };
  const listen = () => {
    window.addEventListener("deviceorientation", heard);
    waiting = setTimeout(() => {
      window.removeEventListener("deviceorientation", heard);
      feed.set({
        is: "failed",
        why: "This device has no such sensor, or it says nothing. Use another, or type the angle.",
      });
    }, NOTHING_AFTER_MS);
  };
  return {
    id: "orientation",
    label: "This device's own sensor",
    with: "three axes",
    unit: "°",
    streams: 1,
    state: feed.state,
    listen: feed.listen,
    open: async () => {
      const problem = sensorProblem();
      if (problem) return feed.set({ is: "failed", why: problem });
      feed.set({ is: "opening" });
      const asking = DeviceOrientationEvent as unknown as Asking;
      const said = await asking.requestPermission?.().catch(() => "denied" as const);
      if (said === "denied")
        return feed.set({
          is: "failed",
          why: "The sensor was refused. Allow motion and orientation for this page in the browser's settings, then try again.",
        });
      listen();
    },
    /** Where a browser asks first, it asks each time the page is loaded. */
    reopen: async () => {
      if (sensorProblem() || (DeviceOrientationEvent as unknown as Asking).requestPermission) return false;
      feed.set({ is: "opening" });
      listen();
      return true;
    },
    close,
  };
}
