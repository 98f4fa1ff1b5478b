CREATE TABLE `branch_links` (
	`kind` text NOT NULL,
	`stream` text NOT NULL,
	`hash` text NOT NULL,
	`seq` integer NOT NULL,
	`payload` text NOT NULL,
	`previous` text NOT NULL,
	`received_at` text NOT NULL,
	PRIMARY KEY(`kind`, `stream`, `hash`)
) WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE `journal` (
	`n` integer PRIMARY KEY NOT NULL,
	`at` text NOT NULL,
	`kind` text NOT NULL,
	`subject` text NOT NULL,
	`head` text NOT NULL,
	`length` integer NOT NULL,
	`previous` text NOT NULL,
	`hash` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `store` (
	`one` integer PRIMARY KEY NOT NULL,
	`id` text NOT NULL,
	`made_at` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `stream_events` (
	`kind` text NOT NULL,
	`stream` text NOT NULL,
	`seq` integer NOT NULL,
	`id` text NOT NULL,
	`type` text NOT NULL,
	`payload` text NOT NULL,
	`previous` text NOT NULL,
	`hash` text NOT NULL,
	`received_at` text NOT NULL,
	PRIMARY KEY(`kind`, `stream`, `seq`)
) WITHOUT ROWID;
--> statement-breakpoint
CREATE UNIQUE INDEX `stream_events_id` ON `stream_events` (`id`);--> statement-breakpoint
CREATE INDEX `stream_events_signed` ON `stream_events` (`stream`) WHERE type = 'exam-signed';--> statement-breakpoint
CREATE TABLE `streams` (
	`kind` text NOT NULL,
	`stream` text NOT NULL,
	`head` text NOT NULL,
	`length` integer NOT NULL,
	`own` text,
	`bytes` integer NOT NULL,
	PRIMARY KEY(`kind`, `stream`)
) WITHOUT ROWID;
--> statement-breakpoint
ALTER TABLE `exams` ADD `visit_date` text;--> statement-breakpoint
ALTER TABLE `exams` ADD `visit_before` text;
--> statement-breakpoint
INSERT INTO stream_events (kind, stream, seq, id, type, payload, previous, hash, received_at)
SELECT 'exam', exam_id, seq, id, type, payload, previous, hash, received_at FROM exam_events ORDER BY exam_id, seq;
--> statement-breakpoint
INSERT INTO streams (kind, stream, head, length, own, bytes)
SELECT 'exam', exam_id, head, length, head,
  (SELECT coalesce(sum(length(CAST(payload AS BLOB))), 0) FROM exam_events e WHERE e.exam_id = h.exam_id)
FROM exam_heads h;
--> statement-breakpoint
CREATE TRIGGER stream_events_no_update BEFORE UPDATE ON stream_events
BEGIN SELECT RAISE(ABORT, 'events are never changed: record a new event'); END;
--> statement-breakpoint
CREATE TRIGGER stream_events_no_delete BEFORE DELETE ON stream_events
WHEN NOT EXISTS (SELECT 1 FROM branch_links b WHERE b.kind = OLD.kind AND b.stream = OLD.stream AND b.hash = OLD.hash)
BEGIN SELECT RAISE(ABORT, 'events are never deleted: record a retraction'); END;
--> statement-breakpoint
CREATE TRIGGER branch_links_no_update BEFORE UPDATE ON branch_links
BEGIN SELECT RAISE(ABORT, 'events are never changed: record a new event'); END;
--> statement-breakpoint
CREATE TRIGGER branch_links_no_delete BEFORE DELETE ON branch_links
WHEN NOT EXISTS (SELECT 1 FROM stream_events e WHERE e.kind = OLD.kind AND e.stream = OLD.stream AND e.hash = OLD.hash)
BEGIN SELECT RAISE(ABORT, 'another continuation of a record is never deleted'); END;
--> statement-breakpoint
CREATE TRIGGER journal_no_update BEFORE UPDATE ON journal
BEGIN SELECT RAISE(ABORT, 'the journal is never changed'); END;
--> statement-breakpoint
CREATE TRIGGER journal_no_delete BEFORE DELETE ON journal
BEGIN SELECT RAISE(ABORT, 'the journal is never cut'); END;
