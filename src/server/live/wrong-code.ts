import { ADDRESS_HEADER } from "../accounts/auth";
import { countTry, forgetTries } from "../accounts/limits";
import { RequestError } from "../edge/http";
import type { Store } from "../store/store";

/**
 * Takes what a code opens; a wrong one is counted against the address it came
 * from, and a right one is not.
 *
 * @param kind what the code is of, so that the one kind is not counted against the other
 * @param found what the code opened; null: no such code stands
 * @throws RequestError for a wrong code, or after too many
 */
export async function openedBy<T>(store: Store, request: Request, kind: string, found: T | null): Promise<T> {
  const address = request.headers.get(ADDRESS_HEADER) ?? "";
  const name = `${kind} ${address}`;
  if (found === null) {
    await countTry(store, name, address);
    throw new RequestError(403, {
      where: "code",
      what: "is none that stands: it is used once, within two minutes",
      todo: "Ask for a new one, and enter it as it is shown.",
    });
  }
  await forgetTries(store, name);
  return found;
}
