import { theStore } from "../store/open";
import { tellLogEnd } from "./access-log";
import { logFailure } from "./program-log";

const HOUR_MS = 3_600_000;

/** Tells the clinic's record once an hour where the log of access ends; what could not be told is told the next time. */
export function keepTelling(): void {
  const tell = () => {
    try {
      tellLogEnd(theStore(), new Date().toISOString());
    } catch (error) {
      logFailure("the end of the log of access could not be told", error);
    }
  };
  setInterval(tell, HOUR_MS).unref();
  tell();
}
