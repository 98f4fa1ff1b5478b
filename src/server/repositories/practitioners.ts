import { eq } from "drizzle-orm";
import {
  check,
  DEFAULT_SETTINGS,
  InputError,
  type Practitioner,
  practitionerSchema,
  type PractitionerSettings,
  practitionerSettingsSchema,
  refuse,
} from "@/core";
import type { Profile } from "@/wire/practitioners";
import { practitioners } from "../store/schema";
import type { Store } from "../store/store";

/** Fields that earlier versions kept among the ways of working, and that are schools now. */
const LEFT_BEHIND = ["hands", "contact"];

function withoutLeftBehind(stored: unknown): unknown {
  const work = (stored as { work?: object } | null)?.work;
  if (typeof work !== "object" || work === null) return stored;
  return {
    ...(stored as object),
    work: Object.fromEntries(Object.entries(work).filter(([field]) => !LEFT_BEHIND.includes(field))),
  };
}

/** Stored settings, or the shipped ones when an older version wrote something else. */
function settingsFrom(text: string): PractitionerSettings {
  try {
    return check(practitionerSettingsSchema, withoutLeftBehind(JSON.parse(text)), "settings") as PractitionerSettings;
  } catch (error) {
    if (error instanceof InputError || error instanceof SyntaxError) return DEFAULT_SETTINGS;
    throw error;
  }
}

const toProfile = (row: typeof practitioners.$inferSelect): Profile => ({
  ...row,
  settings: settingsFrom(row.settings),
});

export const allProfiles = (store: Store): Profile[] =>
  store.db.select().from(practitioners).orderBy(practitioners.name).all().map(toProfile);

export function findProfile(store: Store, id: string): Profile | null {
  const row = store.db.select().from(practitioners).where(eq(practitioners.id, id)).get();
  return row ? toProfile(row) : null;
}

/** Adds a profile; adding the same id again changes its name and registration only. */
export function saveProfile(store: Store, input: unknown): Profile {
  const profile = check(practitionerSchema, input, "practitioner") as Practitioner;
  store.db
    .insert(practitioners)
    .values({ ...profile, settings: JSON.stringify(DEFAULT_SETTINGS) })
    .onConflictDoUpdate({ target: practitioners.id, set: { name: profile.name, registration: profile.registration } })
    .run();
  return findProfile(store, profile.id)!;
}

export function saveSettings(store: Store, id: string, input: unknown): Profile {
  const settings = check(practitionerSettingsSchema, input, "settings");
  const { changes } = store.db
    .update(practitioners)
    .set({ settings: JSON.stringify(settings) })
    .where(eq(practitioners.id, id))
    .run();
  if (changes === 0) refuse("practitioner", "is not a profile of this store", "Choose or add a profile first.");
  return findProfile(store, id)!;
}

/** Every event names who did it: somebody with a profile here. The seam where real accounts come in. */
export function assertKnownActor(store: Store, event: unknown): void {
  const actor = (event as { actor?: { id?: unknown } } | null)?.actor?.id;
  if (typeof actor === "string" && !findProfile(store, actor))
    refuse("event › actor", "is not a profile of this store", "Choose or add a profile first.");
}
