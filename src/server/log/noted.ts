import type { Act } from "@/core";
import type { Route } from "@/wire/route";
import { ADDRESS_HEADER } from "../accounts/auth";
import { type Member, memberIn, type Who } from "../accounts/who";
import { searchPeople } from "../repositories/people";
import { type Store, StoreError } from "../store/store";
import { cut } from "./cut";
import { note } from "./access-log";

/** How often an act is noted: not at all; once in a quarter of an hour for each record; or each time. */
type Often = "never" | "once" | "each time";

const OFTEN: Readonly<Record<Act, Often>> = {
  "be here": "never",
  "see the list": "each time",
  "enter people": "each time",
  "see a record": "once",
  examine: "once",
  "override a block": "never",
  sign: "never",
  countersign: "each time",
  "take records out": "each time",
  "take records in": "each time",
  "see the figures": "never",
  "change the figures": "each time",
  "change what is said": "each time",
  "change who works here": "each time",
  "let systems in": "each time",
  "see the log": "once",
  "take people over": "each time",
  "erase people": "each time",
  "look after back-ups": "each time",
};

type Noted = {
  readonly store: Store;
  readonly who: Who;
  readonly route: Pick<Route, "act" | "method" | "logged">;
  readonly ids: Readonly<Record<string, string>>;
  readonly ask: unknown;
  readonly request: Request;
};

/** What was printed or done, and nothing else of what was sent: free text stands with the record, and is erased with it. */
const detailOf = (ask: unknown): string => {
  const { what } = (ask ?? {}) as { what?: unknown };
  return typeof what === "string" ? cut(what, 200) : "";
};
const searchOf = (ask: unknown): string =>
  String((ask as { q?: unknown } | null)?.q ?? "")
    .trim()
    .toLowerCase();

const sessionOf = (who: Who): string => (who.kind === "session" ? who.session.id : (memberIn(who)?.id ?? ""));

const recordOf = ({ exam, person, episode }: Noted["ids"]): string => exam ?? person ?? episode ?? "";

type Line = { readonly eachTime: boolean; readonly record?: string; readonly detail?: string };

function line({ store, who, ids, request, ask }: Noted, act: string, { eachTime, record, detail }: Line): void {
  const member = memberIn(who);
  const session = sessionOf(who);
  const access = {
    at: new Date().toISOString(),
    member: member?.id ?? "",
    name: member?.name ?? "",
    role: member?.role ?? "",
    act,
    record: record ?? recordOf(ids),
    detail: detail ?? detailOf(ask),
    address: request.headers.get(ADDRESS_HEADER) ?? "",
  };
  try {
    note(store, session, access, eachTime);
  } catch (error) {
    /** Without accounts a name is no more than what somebody chose: a store that may only be read is read all the same. */
    if (who.kind === "session" || !(error instanceof StoreError)) throw error;
  }
}

const QUARTER_OF_AN_HOUR_MS = 15 * 60_000;
const SESSIONS_KEPT = 500;
const searches = new Map<string, { readonly text: string; readonly at: number }>();

/**
 * Whether a search may show somebody that the one before did not: the list as it
 * opens is none, and what is typed further shows fewer.
 */
function isNewSearch({ who, ask }: Noted): boolean {
  const text = searchOf(ask);
  const session = sessionOf(who);
  const last = searches.get(session);
  const now = Date.now();
  if (text === "") return false;
  if (last && now - last.at < QUARTER_OF_AN_HOUR_MS && text.startsWith(last.text)) return false;
  if (searches.size >= SESSIONS_KEPT) searches.clear();
  searches.set(session, { text, at: now });
  return true;
}

/** Whom a search showed: one person by their record, more by how many. What was typed may be a name, and is not kept. */
function noteSearch(noted: Noted): void {
  const shown = searchPeople(noted.store, searchOf(noted.ask));
  const [only] = shown.length === 1 ? shown : [];
  line(noted, noted.route.act, { eachTime: true, record: only?.id ?? "", detail: `${shown.length} shown` });
}

/** Looking at these is not noted; changing them is. */
const READ_UNNOTED: ReadonlySet<Act> = new Set<Act>(["look after back-ups", "change who works here", "let systems in"]);

/** Notes what a route does for whoever asks, before it does it. */
export function noteAct(noted: Noted): void {
  const { act, method, logged } = noted.route;
  if (act === "anybody") return;
  const often = logged === null ? OFTEN[act] : "each time";
  if (often === "never") return;
  if (act === "see the list") return isNewSearch(noted) ? noteSearch(noted) : undefined;
  if (method === "GET" && READ_UNNOTED.has(act)) return;
  /** What is due is a list; whose record is looked at is told then. */
  if (act === "see a record" && recordOf(noted.ids) === "") return;
  line(noted, logged ?? act, { eachTime: often === "each time" });
}

/** Notes that somebody was refused what they may not do. */
export const noteRefusal = (noted: Noted): void => line(noted, `refused: ${noted.route.act}`, { eachTime: true });

/** Notes that somebody came in, went, or was not let in; who that was said to be, where it is not known. */
export function noteEntrance(
  { store, request }: Pick<Noted, "store" | "request">,
  act: "signed in" | "signed out" | "refused: signing in",
  member: Member | null,
  said = "",
): void {
  const { id, name, role } = member ?? { id: "", name: "", role: "" };
  const at = new Date().toISOString();
  const address = request.headers.get(ADDRESS_HEADER) ?? "";
  note(store, id, { at, member: id, name, role, act, record: "", detail: cut(said, 80), address }, true);
}

/** Notes that a record was printed. */
export const notePrinted = (noted: Omit<Noted, "route">): void =>
  line({ ...noted, route: { act: "see a record", method: "POST", logged: null } }, "printed", { eachTime: true });
