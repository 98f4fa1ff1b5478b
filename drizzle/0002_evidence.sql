CREATE TABLE `evidence_versions` (
	`number` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`version` text NOT NULL,
	`at` text NOT NULL,
	`by` text NOT NULL,
	`reason` text NOT NULL,
	`changes` text NOT NULL,
	`in_force` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `evidence_versions_version` ON `evidence_versions` (`version`);