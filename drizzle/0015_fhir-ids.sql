CREATE TABLE `fhir_ids` (
	`type` text NOT NULL,
	`id` text NOT NULL,
	`person` text NOT NULL,
	PRIMARY KEY(`type`, `id`)
);
--> statement-breakpoint
CREATE INDEX `fhir_ids_person` ON `fhir_ids` (`person`);