CREATE TABLE `backup_plan` (
	`one` integer PRIMARY KEY NOT NULL,
	`folder` text NOT NULL,
	`recipient` text NOT NULL,
	`since` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `backup_runs` (
	`number` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`at` text NOT NULL,
	`file` text NOT NULL,
	`bytes` integer NOT NULL,
	`exams` integer NOT NULL,
	`anchor` text NOT NULL,
	`problem` text
);
