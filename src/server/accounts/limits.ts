import { RateLimiterSQLite } from "rate-limiter-flexible";
import { remembered, phrase } from "@/core";
import { RequestError } from "../edge/http";
import type { Store } from "../store/store";

const SECOND = 1000;
const QUARTER_OF_AN_HOUR = 15 * 60;

/** So many tries in a quarter of an hour, for one name and from one address; they stand in the store, so that a restart forgets none. */
const limits = remembered(({ sqlite }: Store) => {
  const limit = (keyPrefix: string, points: number) =>
    new RateLimiterSQLite({
      storeClient: sqlite,
      storeType: "better-sqlite3",
      tableName: "account_tries",
      tableCreated: true,
      clearExpiredByTimeout: false,
      keyPrefix,
      points,
      duration: QUARTER_OF_AN_HOUR,
    });
  return {
    name: limit("name", 10),
    address: limit("address", 40),
    /** What ends later than any try may is of a clock that was ahead then. */
    forgetOld: sqlite.prepare("DELETE FROM account_tries WHERE expire < ? OR expire > ?"),
  };
});

function tooOften(minutes: number): never {
  throw new RequestError(429, {
    where: "you",
    what: "there were too many tries",
    todo: phrase`Try again in ${minutes} ${minutes === 1 ? "minute" : "minutes"}.`,
  });
}

/** Counts a try, whoever it is said to be and whether they are known or not. */
export async function countTry(store: Store, name: string, address: string): Promise<void> {
  const { name: byName, address: byAddress, forgetOld } = limits(store);
  const now = Date.now();
  forgetOld.run(now, now + QUARTER_OF_AN_HOUR * SECOND);
  const tries = await Promise.allSettled([byName.consume(name), byAddress.consume(address)]);
  const over = tries.flatMap((one) => {
    if (one.status === "fulfilled") return [];
    if (one.reason instanceof Error) throw one.reason;
    return [(one.reason as { msBeforeNext: number }).msBeforeNext];
  });
  if (over.length > 0) tooOften(Math.max(1, Math.ceil(Math.max(...over) / SECOND / 60)));
}

/** A try that was right is counted neither against the name nor against the address. */
export async function takeBackTry(store: Store, name: string, address: string): Promise<void> {
  const { name: byName, address: byAddress } = limits(store);
  await Promise.all([byName.delete(name), byAddress.reward(address)]);
}

/** A try that was right is not counted against the name. */
export const forgetTries = (store: Store, name: string): Promise<boolean> => limits(store).name.delete(name);
