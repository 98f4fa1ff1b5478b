import { RateLimiterMemory } from "rate-limiter-flexible";
import { RequestError } from "../edge/http";
import { shared } from "../store/shared";

const QUARTER_OF_AN_HOUR = 15 * 60;

/** So many tries in a quarter of an hour, for one name and from one address. */
const limits = shared("sign-in limits", () => ({
  name: new RateLimiterMemory({ points: 10, duration: QUARTER_OF_AN_HOUR }),
  address: new RateLimiterMemory({ points: 40, duration: QUARTER_OF_AN_HOUR }),
}));

const SECOND = 1000;

function tooOften(minutes: number): never {
  throw new RequestError(429, {
    where: "you",
    what: "there were too many tries",
    todo: `Try again in ${minutes} ${minutes === 1 ? "minute" : "minutes"}.`,
  });
}

/** Counts a try, whoever it is said to be and whether they are known or not. */
export async function countTry(name: string, address: string): Promise<void> {
  const tries = await Promise.allSettled([limits.name.consume(name), limits.address.consume(address)]);
  const over = tries.flatMap((one) =>
    one.status === "rejected" ? [(one.reason as { msBeforeNext: number }).msBeforeNext] : [],
  );
  if (over.length > 0) tooOften(Math.max(1, Math.ceil(Math.max(...over) / SECOND / 60)));
}

/** A try that was right is not counted against the name. */
export const forgetTries = (name: string): Promise<boolean> => limits.name.delete(name);
