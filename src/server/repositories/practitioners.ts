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
  type Role,
  searchable,
} from "@/core";
import type { Profile } from "@/wire/practitioners";
import { practitioners } from "../store/schema";
import type { Store } from "../store/store";
import { atOnce, say, type Sayer, storeIdOf } from "./streams";

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

const rightNow = (): Sayer => ({ now: new Date().toISOString() });

/** Stored settings, or the shipped ones when an older version wrote something else. */
export function settingsFrom(text: string): PractitionerSettings {
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
export function saveProfile(store: Store, input: unknown, sayer: Sayer = rightNow()): Profile {
  const { id, name, registration } = check(practitionerSchema, input, "practitioner") as Practitioner;
  return atOnce(store, () => {
    const there = findProfile(store, id);
    if (there && there.name === name && there.registration === registration) return there;
    if (allProfiles(store).some((other) => other.id !== id && searchable(other.name) === searchable(name)))
      refuse("practitioner › name", "is somebody else's here", "Add what tells the two apart, such as a second name.");
    store.db
      .insert(practitioners)
      .values({ id, name, registration, settings: JSON.stringify(DEFAULT_SETTINGS) })
      .onConflictDoUpdate({ target: practitioners.id, set: { name, registration } })
      .run();
    const body = { practitioner: id, name, registration };
    say(store, "clinic", storeIdOf(store), [{ type: "practitioner-entered", body }], {
      now: sayer.now,
      actor: sayer.actor ?? { id, name },
    });
    return findProfile(store, id)!;
  });
}

/** Says what somebody is in the clinic from now on, or that they work here no longer. */
export function setMember(store: Store, id: string, role: Role, hasLeft: boolean, { now, actor }: Sayer): Profile {
  return atOnce(store, () => {
    const there =
      findProfile(store, id) ??
      refuse("practitioner", "is not a profile of this store", "Choose or add a profile first.");
    if (there.role === role && there.hasLeft === hasLeft) return there;
    store.db.update(practitioners).set({ role, hasLeft }).where(eq(practitioners.id, id)).run();
    say(store, "clinic", storeIdOf(store), [{ type: "member-set", body: { practitioner: id, role, hasLeft } }], {
      now,
      actor: actor ?? { id, name: there.name },
    });
    return { ...there, role, hasLeft };
  });
}

export function saveSettings(store: Store, id: string, input: unknown, { now }: Sayer = rightNow()): Profile {
  const settings = check(practitionerSettingsSchema, input, "settings") as PractitionerSettings;
  return atOnce(store, () => {
    const there =
      findProfile(store, id) ??
      refuse("practitioner", "is not a profile of this store", "Choose or add a profile first.");
    store.db
      .update(practitioners)
      .set({ settings: JSON.stringify(settings) })
      .where(eq(practitioners.id, id))
      .run();
    const body = { practitioner: id, settings };
    say(store, "clinic", storeIdOf(store), [{ type: "settings-chosen", body }], {
      now,
      actor: { id, name: there.name },
    });
    return { ...there, settings };
  });
}
