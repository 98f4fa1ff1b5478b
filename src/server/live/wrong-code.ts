import { ADDRESS_HEADER } from "../accounts/auth";
import { countTry, takeBackTry } from "../accounts/limits";
import { RequestError } from "../edge/http";
import type { Store } from "../store/store";

/**
 * Takes what a code opens. A try is counted against the address it came from
 * before the code is looked at, so that after too many no code opens anything; a
 * right one is taken off again.
 *
 * @param kind what the code is of, so that the one kind is not counted against the other
 * @param look what the code opens; null: no such code stands
 * @throws RequestError for a wrong code, or after too many
 */
export async function openedBy<T>(store: Store, request: Request, kind: string, look: () => T | null): Promise<T> {
  const address = request.headers.get(ADDRESS_HEADER) ?? "";
  const name = `${kind} ${address}`;
  await countTry(store, name, address);
  const found = look();
  if (found === null)
    throw new RequestError(403, {
      where: "code",
      what: "is none that stands: it is used once, within two minutes",
      todo: "Ask for a new one, and enter it as it is shown.",
    });
  await takeBackTry(store, name, address);
  return found;
}
