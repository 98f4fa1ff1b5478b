ALTER TABLE `journal` ADD `beside` text;--> statement-breakpoint
CREATE TRIGGER stream_events_once BEFORE INSERT ON stream_events
WHEN EXISTS (SELECT 1 FROM stream_events e WHERE e.kind = NEW.kind AND e.stream = NEW.stream AND e.seq = NEW.seq)
OR EXISTS (SELECT 1 FROM stream_events e WHERE e.id = NEW.id)
BEGIN SELECT RAISE(IGNORE); END;
--> statement-breakpoint
CREATE TRIGGER branch_links_once BEFORE INSERT ON branch_links
WHEN EXISTS (SELECT 1 FROM branch_links b WHERE b.kind = NEW.kind AND b.stream = NEW.stream AND b.hash = NEW.hash)
BEGIN SELECT RAISE(IGNORE); END;
--> statement-breakpoint
CREATE TRIGGER tombstones_once BEFORE INSERT ON tombstones
WHEN EXISTS (SELECT 1 FROM tombstones t WHERE t.kind = NEW.kind AND t.stream = NEW.stream)
BEGIN SELECT RAISE(IGNORE); END;
--> statement-breakpoint
CREATE TRIGGER journal_once BEFORE INSERT ON journal
WHEN EXISTS (SELECT 1 FROM journal j WHERE j.n = NEW.n)
BEGIN SELECT RAISE(ABORT, 'the journal is never changed'); END;
--> statement-breakpoint
CREATE TRIGGER evidence_versions_once BEFORE INSERT ON evidence_versions
WHEN EXISTS (SELECT 1 FROM evidence_versions v WHERE v.number = NEW.number)
BEGIN SELECT RAISE(ABORT, 'a version of the evidence is never changed'); END;
