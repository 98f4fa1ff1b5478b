CREATE TRIGGER exam_events_no_update BEFORE UPDATE ON exam_events
BEGIN SELECT RAISE(ABORT, 'exam events are never changed: record a new event'); END;
--> statement-breakpoint
CREATE TRIGGER exam_events_no_delete BEFORE DELETE ON exam_events
BEGIN SELECT RAISE(ABORT, 'exam events are never deleted: record a retraction'); END;
