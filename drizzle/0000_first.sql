CREATE TABLE `exam_events` (
	`exam_id` text NOT NULL,
	`seq` integer NOT NULL,
	`id` text NOT NULL,
	`type` text NOT NULL,
	`payload` text NOT NULL,
	`previous` text NOT NULL,
	`hash` text NOT NULL,
	`received_at` text NOT NULL,
	PRIMARY KEY(`exam_id`, `seq`),
	FOREIGN KEY (`exam_id`) REFERENCES `exams`(`id`) ON UPDATE no action ON DELETE no action
) WITHOUT ROWID;
--> statement-breakpoint
CREATE UNIQUE INDEX `exam_events_id` ON `exam_events` (`id`);--> statement-breakpoint
CREATE INDEX `exam_events_signed` ON `exam_events` (`exam_id`) WHERE type = 'exam-signed';--> statement-breakpoint
CREATE TABLE `exam_heads` (
	`exam_id` text PRIMARY KEY NOT NULL,
	`head` text NOT NULL,
	`length` integer NOT NULL,
	FOREIGN KEY (`exam_id`) REFERENCES `exams`(`id`) ON UPDATE no action ON DELETE no action
) WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE `exams` (
	`id` text PRIMARY KEY NOT NULL,
	`person_id` text NOT NULL,
	`opened_at` text NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `exams_person` ON `exams` (`person_id`,`opened_at`);--> statement-breakpoint
CREATE TABLE `people` (
	`id` text PRIMARY KEY NOT NULL,
	`number` text NOT NULL,
	`name` text NOT NULL,
	`birth_date` text NOT NULL,
	`sex` text NOT NULL,
	`notes` text NOT NULL,
	`searched` text NOT NULL,
	`recent_at` text NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `people_number` ON `people` (`number`);--> statement-breakpoint
CREATE INDEX `people_recent` ON `people` (`recent_at`);--> statement-breakpoint
CREATE TABLE `practitioners` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`registration` text NOT NULL,
	`settings` text NOT NULL
);
