import { sql } from "drizzle-orm";
import { index, integer, primaryKey, sqliteTable, text, uniqueIndex } from "drizzle-orm/sqlite-core";

export const practitioners = sqliteTable("practitioners", {
  id: text("id").primaryKey(),
  name: text("name").notNull(),
  registration: text("registration").notNull(),
  /** Settings as JSON, checked by the core's schema on the way in and out. */
  settings: text("settings").notNull(),
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
    /** Name, number and birth date as they are searched. */
    searched: text("searched").notNull(),
    /** When the person was last entered or examined: the roster's order. */
    recentAt: text("recent_at").notNull(),
  },
  (table) => [uniqueIndex("people_number").on(table.number), index("people_recent").on(table.recentAt)],
);

export const exams = sqliteTable(
  "exams",
  {
    id: text("id").primaryKey(),
    personId: text("person_id")
      .notNull()
      .references(() => people.id),
    openedAt: text("opened_at").notNull(),
  },
  (table) => [index("exams_person").on(table.personId, table.openedAt)],
);

/** Append-only: triggers refuse every update and delete. */
export const examEvents = sqliteTable(
  "exam_events",
  {
    examId: text("exam_id")
      .notNull()
      .references(() => exams.id),
    seq: integer("seq").notNull(),
    id: text("id").notNull(),
    type: text("type").notNull(),
    payload: text("payload").notNull(),
    previous: text("previous").notNull(),
    hash: text("hash").notNull(),
    receivedAt: text("received_at").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.examId, table.seq] }),
    uniqueIndex("exam_events_id").on(table.id),
    index("exam_events_signed")
      .on(table.examId)
      .where(sql`type = 'exam-signed'`),
  ],
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

/** Each chain's end, apart from its events, so that a dropped last event shows. */
export const examHeads = sqliteTable("exam_heads", {
  examId: text("exam_id")
    .primaryKey()
    .references(() => exams.id),
  head: text("head").notNull(),
  length: integer("length").notNull(),
});
