import { sql } from "drizzle-orm";
import { index, integer, primaryKey, sqliteTable, text, uniqueIndex } from "drizzle-orm/sqlite-core";
import { ROLES } from "@/core";

export const practitioners = sqliteTable("practitioners", {
  id: text("id").primaryKey(),
  name: text("name").notNull(),
  registration: text("registration").notNull(),
  /** Settings as JSON, checked by the core's schema on the way in and out. */
  settings: text("settings").notNull(),
  role: text("role", { enum: ROLES }).notNull().default("owner"),
  /** They work here no longer. */
  hasLeft: integer("has_left", { mode: "boolean" }).notNull().default(false),
});

export const people = sqliteTable(
  "people",
  {
    id: text("id").primaryKey(),
    number: text("number").notNull(),
    name: text("name").notNull(),
    birthDate: text("birth_date").notNull(),
    sex: text("sex").notNull(),
    notes: text("notes").notNull(),
    contact: text("contact").notNull().default(""),
    /** Name, number and birth date as they are searched. */
    searched: text("searched").notNull(),
    /** When the person was last entered or examined: the roster's order. */
    recentAt: text("recent_at").notNull(),
  },
  (table) => [uniqueIndex("people_number").on(table.number), index("people_recent").on(table.recentAt)],
);

/** The exams, to find them by: all of it stands in their opening events. */
export const exams = sqliteTable(
  "exams",
  {
    id: text("id").primaryKey(),
    personId: text("person_id")
      .notNull()
      .references(() => people.id),
    openedAt: text("opened_at").notNull(),
    /** The day the visit was held, and the visit before it that the device knew. */
    visitDate: text("visit_date"),
    visitBefore: text("visit_before"),
  },
  (table) => [index("exams_person").on(table.personId, table.openedAt)],
);

/** The courses that somebody said something of, to find what is due: all of it stands in their streams. */
export const episodes = sqliteTable(
  "episodes",
  {
    id: text("id").primaryKey(),
    personId: text("person_id").notNull(),
    /** The day somebody is due again; null: none is set, or it has ended. */
    reviewOn: text("review_on"),
    /** Why a letter is to be written; null: none waits. */
    letterWaits: text("letter_waits"),
    endedOn: text("ended_on"),
    /** It has ended, and what turned out to be so is not told. */
    outcomeOpen: integer("outcome_open", { mode: "boolean" }).notNull(),
  },
  (table) => [index("episodes_person").on(table.personId), index("episodes_review").on(table.reviewOn)],
);

/** Every event of every stream, in the order of its stream. Append-only: triggers refuse updates and deletes. */
export const streamEvents = sqliteTable(
  "stream_events",
  {
    kind: text("kind").notNull(),
    stream: text("stream").notNull(),
    seq: integer("seq").notNull(),
    id: text("id").notNull(),
    type: text("type").notNull(),
    payload: text("payload").notNull(),
    previous: text("previous").notNull(),
    hash: text("hash").notNull(),
    receivedAt: text("received_at").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.kind, table.stream, table.seq] }),
    uniqueIndex("stream_events_id").on(table.id),
    index("stream_events_signed")
      .on(table.stream)
      .where(sql`type = 'exam-signed'`),
  ],
);

/** Each stream's end, apart from its events, so that a dropped last event shows. */
export const streams = sqliteTable(
  "streams",
  {
    kind: text("kind").notNull(),
    stream: text("stream").notNull(),
    /** How many of its events were there when it was last taken in from elsewhere; what follows was recorded here. */
    settled: integer("settled").notNull().default(0),
    /** The hash of the last event, of those, that was recorded in this store itself; null: none was. */
    own: text("own"),
  },
  (table) => [primaryKey({ columns: [table.kind, table.stream] })],
);

/** Links of continuations that are not the record: kept whole beside it, by their hash. */
export const branchLinks = sqliteTable(
  "branch_links",
  {
    kind: text("kind").notNull(),
    stream: text("stream").notNull(),
    hash: text("hash").notNull(),
    seq: integer("seq").notNull(),
    payload: text("payload").notNull(),
    previous: text("previous").notNull(),
    receivedAt: text("received_at").notNull(),
  },
  (table) => [primaryKey({ columns: [table.kind, table.stream, table.hash] })],
);

/** One line for each stream that a transaction moved, chained over the whole store. Append-only. */
export const journal = sqliteTable("journal", {
  n: integer("n").primaryKey(),
  at: text("at").notNull(),
  kind: text("kind").notNull(),
  subject: text("subject").notNull(),
  head: text("head").notNull(),
  length: integer("length").notNull(),
  /** What stands beside the chain, bound into it: see `Beside`. Null in lines of earlier programs. */
  beside: text("beside"),
  previous: text("previous").notNull(),
  hash: text("hash").notNull(),
});

/** Which store this is: one row. */
export const storeRow = sqliteTable("store", {
  one: integer("one").primaryKey(),
  id: text("id").notNull(),
  madeAt: text("made_at").notNull(),
  /** Filled with made-up people: it opens at once on this machine, without accounts. */
  isDemo: integer("is_demo", { mode: "boolean" }).notNull().default(false),
});

/**
 * Records that were erased: only these may be deleted, and nothing is put in
 * their place again. What was erased, when and why stands in the clinic's stream.
 */
export const tombstones = sqliteTable(
  "tombstones",
  { kind: text("kind").notNull(), stream: text("stream").notNull(), person: text("person").notNull() },
  (table) => [primaryKey({ columns: [table.kind, table.stream] }), index("tombstones_person").on(table.person)],
);

/** The clinic's figures, one row a version; the last that was put in force is. Append-only. */
export const evidenceVersions = sqliteTable(
  "evidence_versions",
  {
    number: integer("number").primaryKey({ autoIncrement: true }),
    /** First digits of the hash of its changes; the same figures again are the same version. */
    version: text("version").notNull(),
    at: text("at").notNull(),
    by: text("by").notNull(),
    reason: text("reason").notNull(),
    /** The clinic's changes as JSON, checked by the core's schema on the way in and out. */
    changes: text("changes").notNull(),
    /** False: it came with an exam that was imported, and is held only to read that exam. */
    inForce: integer("in_force", { mode: "boolean" }).notNull(),
  },
  (table) => [index("evidence_versions_version").on(table.version)],
);

/** How back-ups make themselves: one row, or none. Never exported, never merged. */
export const backupPlan = sqliteTable("backup_plan", {
  one: integer("one").primaryKey(),
  folder: text("folder").notNull(),
  /** The public half of the key; the secret half is never here. */
  recipient: text("recipient").notNull(),
  since: text("since").notNull(),
});

/** Back-ups that were made or failed, oldest first. Never exported, never merged. */
export const backupRuns = sqliteTable("backup_runs", {
  number: integer("number").primaryKey({ autoIncrement: true }),
  at: text("at").notNull(),
  file: text("file").notNull(),
  bytes: integer("bytes").notNull(),
  exams: integer("exams").notNull(),
  /** The end of the journal in it; empty where it failed. */
  anchor: text("anchor").notNull(),
  /** Why it failed, or what was wrong in the store; null when all was well. */
  problem: text("problem"),
});

const moment = (name: string) => integer(name, { mode: "timestamp_ms" });
const made = () => ({ createdAt: moment("created_at").notNull(), updatedAt: moment("updated_at").notNull() });

/** Who signs in; the id is that of their profile. Accounts are never exported and never merged. */
export const accountUsers = sqliteTable("account_users", {
  id: text("id").primaryKey(),
  name: text("name").notNull(),
  /** The name they sign in with, in the form of an address that leads nowhere. */
  email: text("email").notNull().unique(),
  emailVerified: integer("email_verified", { mode: "boolean" }).notNull(),
  image: text("image"),
  twoFactorEnabled: integer("two_factor_enabled", { mode: "boolean" }),
  /** Opens a locked table: a hash, or null where none was chosen. */
  lockCode: text("lock_code"),
  /** What waits of theirs in a browser is sealed under this: made when it is first asked for. */
  seal: text("seal"),
  ...made(),
});

/** What lets another system read here, within a scope: the secret itself is nowhere. Never exported, never merged. */
export const accessTokens = sqliteTable("access_tokens", {
  id: text("id").primaryKey(),
  /** What the clinic calls the system. */
  name: text("name").notNull(),
  scope: text("scope").notNull(),
  hash: text("hash").notNull(),
  madeAt: text("made_at").notNull(),
  madeBy: text("made_by").notNull(),
  /** To the day; null: never. */
  usedOn: text("used_on"),
  endedAt: text("ended_at"),
});

/** Whose each resource is that another system was told of: it asks for it again by its own id. Worked out from the record. */
export const fhirIds = sqliteTable(
  "fhir_ids",
  { type: text("type").notNull(), id: text("id").notNull(), person: text("person").notNull() },
  (table) => [primaryKey({ columns: [table.type, table.id] }), index("fhir_ids_person").on(table.person)],
);

export const accountSessions = sqliteTable(
  "account_sessions",
  {
    id: text("id").primaryKey(),
    token: text("token").notNull().unique(),
    userId: text("user_id").notNull(),
    expiresAt: moment("expires_at").notNull(),
    ipAddress: text("ip_address"),
    userAgent: text("user_agent"),
    /** When something was last done in it, to the minute. */
    usedAt: integer("used_at").notNull().default(0),
    /** When its table was locked; null: it is not. */
    lockedAt: integer("locked_at"),
    /** Wrong codes since it was locked. */
    lockTries: integer("lock_tries").notNull().default(0),
    ...made(),
  },
  (table) => [index("account_sessions_user").on(table.userId)],
);

/** Passphrases, as hashes. */
export const accountCredentials = sqliteTable(
  "account_credentials",
  {
    id: text("id").primaryKey(),
    accountId: text("account_id").notNull(),
    providerId: text("provider_id").notNull(),
    userId: text("user_id").notNull(),
    accessToken: text("access_token"),
    refreshToken: text("refresh_token"),
    idToken: text("id_token"),
    accessTokenExpiresAt: moment("access_token_expires_at"),
    refreshTokenExpiresAt: moment("refresh_token_expires_at"),
    scope: text("scope"),
    password: text("password"),
    ...made(),
  },
  (table) => [index("account_credentials_user").on(table.userId)],
);

/** Half-finished sign-ins that wait for their second step. */
export const accountVerifications = sqliteTable(
  "account_verifications",
  {
    id: text("id").primaryKey(),
    identifier: text("identifier").notNull(),
    value: text("value").notNull(),
    expiresAt: moment("expires_at").notNull(),
    ...made(),
  },
  (table) => [index("account_verifications_identifier").on(table.identifier)],
);

/** Secrets of one-time codes, and recovery codes, both encrypted under the program's key. */
export const accountTwoFactors = sqliteTable(
  "account_two_factors",
  {
    id: text("id").primaryKey(),
    secret: text("secret").notNull(),
    backupCodes: text("backup_codes").notNull(),
    userId: text("user_id").notNull(),
    verified: integer("verified", { mode: "boolean" }),
    failedVerificationCount: integer("failed_verification_count"),
    lockedUntil: moment("locked_until"),
  },
  (table) => [index("account_two_factors_user").on(table.userId), index("account_two_factors_secret").on(table.secret)],
);

/** Public halves of passkeys; the secret half never leaves the device that made it. */
export const accountPasskeys = sqliteTable(
  "account_passkeys",
  {
    id: text("id").primaryKey(),
    name: text("name"),
    publicKey: text("public_key").notNull(),
    userId: text("user_id").notNull(),
    credentialID: text("credential_id").notNull(),
    counter: integer("counter").notNull(),
    deviceType: text("device_type").notNull(),
    backedUp: integer("backed_up", { mode: "boolean" }).notNull(),
    transports: text("transports"),
    createdAt: moment("created_at"),
    aaguid: text("aaguid"),
  },
  (table) => [
    index("account_passkeys_user").on(table.userId),
    uniqueIndex("account_passkeys_credential").on(table.credentialID),
  ],
);

/** Tries to sign in, by what is tried; a restart forgets none. */
export const accountTries = sqliteTable("account_tries", {
  key: text("key").primaryKey(),
  points: integer("points").notNull(),
  expire: integer("expire"),
});

/** One-time codes that were used, so that none is taken twice. */
export const accountUsedCodes = sqliteTable(
  "account_used_codes",
  { user: text("user").notNull(), code: text("code").notNull(), at: integer("at").notNull() },
  (table) => [primaryKey({ columns: [table.user, table.code] })],
);

/** Records that a trainee signed, each at the end that it was signed at: the list of what is to be countersigned. */
export const awaiting = sqliteTable("awaiting", {
  exam: text("exam").primaryKey(),
  by: text("by").notNull(),
  at: text("at").notNull(),
  head: text("head").notNull(),
});
