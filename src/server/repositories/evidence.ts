import { desc, eq } from "drizzle-orm";
import {
  canonicalJson,
  check,
  closed,
  type EvidenceSet,
  type EvidenceChanges,
  type ExamEvent,
  InputError,
  NO_CHANGES,
  parseChanges,
  type Problem,
  type RecordedEvent,
  resolveEvidence,
  FIRST_SHIPPED,
  isShippedVersion,
  text,
  versionOf,
  versionsNamed,
  phrase,
  SHIPPED_VERSIONS,
} from "@/core";
import type { EvidenceVersion } from "@/wire/evidence";
import type { EvidenceInStore } from "@/wire/exam-page";
import { evidenceVersions } from "../store/schema";
import type { Store } from "../store/store";
import { atOnce, say, storeIdOf } from "./streams";

const toVersion = (row: typeof evidenceVersions.$inferSelect): EvidenceVersion => ({
  ...row,
  changes: JSON.parse(row.changes) as EvidenceChanges,
});

const inForce = ({ db }: Store) =>
  db.select().from(evidenceVersions).where(eq(evidenceVersions.inForce, true)).orderBy(desc(evidenceVersions.number));

/** Every version that was put in force, the newest first. */
export const evidenceHistory = (store: Store): EvidenceVersion[] => inForce(store).all().map(toVersion);

/** The changes that are in force; none when nothing was ever saved. */
export function currentChanges(store: Store): EvidenceChanges {
  const row = inForce(store).limit(1).get();
  return row ? toVersion(row).changes : NO_CHANGES;
}

/** The version in force. */
export const currentVersion = (store: Store): string => versionOf(currentChanges(store));

/** A version's changes, or null when this store does not hold it. */
export function changesOf(store: Store, version: string): EvidenceChanges | null {
  if (isShippedVersion(version)) return { ...NO_CHANGES, on: version };
  const row = store.db.select().from(evidenceVersions).where(eq(evidenceVersions.version, version)).limit(1).get();
  return row ? toVersion(row).changes : null;
}

/** Refuses a reading under a version that is not here. */
export function missingEvidence(version: string): Problem {
  return {
    where: "evidence",
    what: phrase`version ${version}, under which this exam is read, is not in this store`,
    todo: "Import the exam again with its evidence, or the evidence file itself, or read the exam under another version.",
  };
}

/** A version's figures; refused when the store does not hold it. */
export function evidenceFor(store: Store, version: string): EvidenceSet {
  const changes = changesOf(store, version);
  if (!changes) throw new InputError([missingEvidence(version)]);
  return resolveEvidence(changes);
}

const NAMES_EVIDENCE: ReadonlySet<string> = new Set<ExamEvent["type"]>(["exam-opened", "evidence-chosen"]);

/** Whether an event says under which version its exam is read. */
export const namesEvidence = ({ type }: { readonly type: string }): boolean => NAMES_EVIDENCE.has(type);

/** The version an event asks for, where it does and this store does not hold it. */
export function unheldVersion(store: Store, event: ExamEvent): Problem | null {
  const version =
    event.type === "exam-opened" || event.type === "evidence-chosen" ? (event.body.evidence ?? FIRST_SHIPPED) : null;
  if (version === null || changesOf(store, version)) return null;
  return { ...missingEvidence(version), where: "body › evidence" };
}

const saveSchema = closed({ reason: text(400, 3), by: text(120, 1) });

/**
 * Puts a clinic's figures in force as a new version; all of it or nothing.
 *
 * @throws InputError at the field that is wrong
 */
export function saveEvidence(store: Store, input: unknown, now: string): EvidenceVersion {
  const { changes: given, ...rest } = (input ?? {}) as { changes?: unknown };
  const { reason, by } = check(saveSchema, rest, "version") as { reason: string; by: string };
  const changes = parseChanges(given);
  const row = { version: versionOf(changes), at: now, by, reason, changes: canonicalJson(changes), inForce: true };
  return atOnce(store, () => toVersion(putEvidence(store, row)));
}

type EvidenceRow = Omit<typeof evidenceVersions.$inferSelect, "number">;

/** Writes a version, and the clinic's event that says so. Within the writer's transaction. */
function putEvidence(store: Store, row: EvidenceRow): typeof evidenceVersions.$inferSelect {
  const stored = store.db.insert(evidenceVersions).values(row).returning().get();
  const { version, at, by, reason, inForce } = row;
  const body = { version, at, by, reason, changes: JSON.parse(row.changes) as object, inForce };
  say(store, "clinic", storeIdOf(store), [{ type: "evidence-saved", body }], { now: row.at });
  return stored;
}

/** Keeps a version that came with an exam, without putting it in force. */
export function holdEvidence(store: Store, changes: EvidenceChanges, now: string): void {
  const version = versionOf(changes);
  if (changesOf(store, version)) return;
  putEvidence(store, {
    version,
    at: now,
    by: "import",
    reason: "came with an exam",
    changes: canonicalJson(changes),
    inForce: false,
  });
}

/** What an exam's pages need to read it: its own versions and the one in force; a version not held is left out. */
export function evidenceInStore(store: Store, events: readonly RecordedEvent[]): EvidenceInStore {
  const current = currentChanges(store);
  const named = [...SHIPPED_VERSIONS, ...versionsNamed(events)].flatMap((version) => {
    const changes = changesOf(store, version);
    return changes ? [[version, changes] as const] : [];
  });
  return {
    held: { ...Object.fromEntries(named), [versionOf(current)]: current },
    current: versionOf(current),
  };
}
