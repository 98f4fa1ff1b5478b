CREATE TABLE `episodes` (
	`id` text PRIMARY KEY NOT NULL,
	`person_id` text NOT NULL,
	`review_on` text,
	`letter_waits` text,
	`ended_on` text,
	`outcome_open` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `episodes_person` ON `episodes` (`person_id`);--> statement-breakpoint
CREATE INDEX `episodes_review` ON `episodes` (`review_on`);