CREATE TABLE `tombstones` (
	`kind` text NOT NULL,
	`stream` text NOT NULL,
	`person` text NOT NULL,
	PRIMARY KEY(`kind`, `stream`)
);
--> statement-breakpoint
CREATE INDEX `tombstones_person` ON `tombstones` (`person`);--> statement-breakpoint
DROP TRIGGER stream_events_no_delete;
--> statement-breakpoint
CREATE TRIGGER stream_events_no_delete BEFORE DELETE ON stream_events
WHEN NOT EXISTS (SELECT 1 FROM branch_links b WHERE b.kind = OLD.kind AND b.stream = OLD.stream AND b.hash = OLD.hash)
AND NOT EXISTS (SELECT 1 FROM tombstones t WHERE t.kind = OLD.kind AND t.stream = OLD.stream)
BEGIN SELECT RAISE(ABORT, 'events are never deleted: record a retraction'); END;
--> statement-breakpoint
DROP TRIGGER branch_links_no_delete;
--> statement-breakpoint
CREATE TRIGGER branch_links_no_delete BEFORE DELETE ON branch_links
WHEN NOT EXISTS (SELECT 1 FROM stream_events e WHERE e.kind = OLD.kind AND e.stream = OLD.stream AND e.hash = OLD.hash)
AND NOT EXISTS (SELECT 1 FROM tombstones t WHERE t.kind = OLD.kind AND t.stream = OLD.stream)
BEGIN SELECT RAISE(ABORT, 'another continuation of a record is never deleted'); END;
--> statement-breakpoint
CREATE TRIGGER stream_events_not_erased BEFORE INSERT ON stream_events
WHEN NEW.seq = 1 AND EXISTS (SELECT 1 FROM tombstones t WHERE t.kind = NEW.kind AND t.stream = NEW.stream)
BEGIN SELECT RAISE(ABORT, 'this record was erased: nothing is put in its place'); END;
--> statement-breakpoint
CREATE TRIGGER branch_links_not_erased BEFORE INSERT ON branch_links
WHEN EXISTS (SELECT 1 FROM tombstones t WHERE t.kind = NEW.kind AND t.stream = NEW.stream)
BEGIN SELECT RAISE(ABORT, 'this record was erased: nothing is put in its place'); END;
--> statement-breakpoint
CREATE TRIGGER tombstones_no_update BEFORE UPDATE ON tombstones
BEGIN SELECT RAISE(ABORT, 'what was erased stays erased'); END;
--> statement-breakpoint
CREATE TRIGGER tombstones_no_delete BEFORE DELETE ON tombstones
BEGIN SELECT RAISE(ABORT, 'what was erased stays erased'); END;
