import { isUuid, type Resource, type Scope } from "@/core";
import { ADDRESS_HEADER, isEncrypted } from "../accounts/auth";
import { tokenIn, type Token } from "../accounts/tokens";
import { capabilities, type FhirAnswer, fhirAnswer, outcome, personIn } from "../exchange/fhir-endpoint";
import { toldAgain, whoseResource } from "../exchange/fhir-told";
import { dueCalendar } from "../exchange/due-calendar";
import { heavy } from "../heavy/pool";
import { note } from "../log/access-log";
import { logFailure } from "../log/program-log";
import { theStore } from "../store/open";
import { type Store, StoreError } from "../store/store";
import { now, UNKEPT } from "./http";

/** What other systems are answered: by a token of the clinic, for reading alone, and each time with a line in the log. */

const tokenOf = (request: Request, scope: Scope): { store: Store; token: Token | null } => {
  const store = theStore();
  const [kind, text = ""] = (request.headers.get("authorization") ?? "").split(" ");
  const given = scope === "calendar" ? new URL(request.url).searchParams.get("token") : null;
  return { store, token: tokenIn(store, kind?.toLowerCase() === "bearer" ? text : (given ?? ""), scope, now()) };
};

function noteRead(store: Store, { id, name }: Token, request: Request, record: string): void {
  const { pathname } = new URL(request.url);
  note(
    store,
    id,
    {
      at: now(),
      member: id,
      name,
      role: "another system",
      act: "take records out",
      record,
      detail: pathname.slice(0, 200),
      address: request.headers.get(ADDRESS_HEADER) ?? "",
    },
    true,
  );
}

const told = ({ status, resource }: FhirAnswer, headers: Readonly<Record<string, string>> = {}): Response =>
  new Response(JSON.stringify(resource), {
    status,
    headers: { ...UNKEPT, "content-type": "application/fhir+json; charset=utf-8", ...headers },
  });

/** Where the endpoint lies, as whoever asks reaches it. */
const baseOf = (request: Request): string =>
  `${isEncrypted() ? "https" : "http"}://${request.headers.get("host") ?? "127.0.0.1"}/fhir`;

/**
 * Answers `/fhir/…`: what is wrong comes back as an OperationOutcome, as its reader expects.
 *
 * @param path what stands behind `/fhir/`, cut at its slashes
 */
export async function answerFhir(request: Request, path: readonly string[]): Promise<Response> {
  try {
    const base = baseOf(request);
    if (path.length === 1 && path[0] === "metadata")
      return told({ status: 200, resource: capabilities(base, new Date(now())) });
    const { store, token } = tokenOf(request, "fhir");
    if (!token)
      return told(outcome(401, "This needs a token of the clinic for FHIR, sent as Authorization: Bearer."), {
        "www-authenticate": 'Bearer realm="fhir"',
      });
    const query = Object.fromEntries(new URL(request.url).searchParams);
    const person = personIn({ path, query }, (type, id) => whoseResource(store, type, id));
    noteRead(store, token, request, person !== null && isUuid(person) ? person : "");
    const resources = (whose: string) =>
      toldAgain(
        store,
        whose,
        Date.parse(now()),
        async () => JSON.parse(await heavy("fhirOfPerson", whose, now())) as readonly Resource[] | null,
      );
    return told(await fhirAnswer(store, { path, query, base }, person, resources));
  } catch (error) {
    if (error instanceof StoreError) return told(outcome(503, error.message));
    logFailure("a request of another system failed", error);
    return told(outcome(500, "Something went wrong here that should not have. Nothing was changed."));
  }
}

/** Answers the calendar of what is due, for a calendar program: it can send nothing but an address, so its token stands in that. */
export function answerCalendar(request: Request): Response {
  const plain = { ...UNKEPT, "content-type": "text/plain; charset=utf-8" };
  try {
    const { store, token } = tokenOf(request, "calendar");
    if (!token)
      return new Response("This address is of no calendar here, or of one that was ended.", {
        status: 404,
        headers: plain,
      });
    noteRead(store, token, request, "");
    return new Response(dueCalendar(store, now()), {
      headers: { ...UNKEPT, "content-type": "text/calendar; charset=utf-8" },
    });
  } catch (error) {
    if (error instanceof StoreError) return new Response(error.message, { status: 503, headers: plain });
    throw error;
  }
}
