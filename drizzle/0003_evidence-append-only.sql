CREATE TRIGGER evidence_versions_no_update BEFORE UPDATE ON evidence_versions
BEGIN SELECT RAISE(ABORT, 'a version of the evidence is never changed: save a new one'); END;
--> statement-breakpoint
CREATE TRIGGER evidence_versions_no_delete BEFORE DELETE ON evidence_versions
BEGIN SELECT RAISE(ABORT, 'a version of the evidence is never deleted: save a new one'); END;
