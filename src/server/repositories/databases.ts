import type { Databases } from "@/wire/exchange";
import { fingerprintOf, publicKeyOf } from "../store/signing-key";
import type { Store } from "../store/store";
import { clinicOf } from "./clinic";
import { atOnce, say, type Sayer, storeIdOf } from "./streams";

/** This database's own fingerprint, and those that are known here. */
export const databasesOf = (store: Store): Databases => ({
  own: fingerprintOf(publicKeyOf(store)),
  known: Object.entries(clinicOf(store).databases)
    .map(([fingerprint, { name, at }]) => ({ fingerprint, name, at }))
    .toSorted((a, b) => a.name.localeCompare(b.name)),
});

/** Knows the database with a key from now on, or no longer. */
export function knowDatabase(store: Store, fingerprint: string, name: string | null, sayer: Sayer): Databases {
  atOnce(store, () =>
    say(
      store,
      "clinic",
      storeIdOf(store),
      [
        name === null
          ? { type: "database-forgotten", body: { fingerprint } }
          : { type: "database-known", body: { fingerprint, name } },
      ],
      sayer,
    ),
  );
  return databasesOf(store);
}
