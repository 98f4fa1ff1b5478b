CREATE TABLE `access_tokens` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`scope` text NOT NULL,
	`hash` text NOT NULL,
	`made_at` text NOT NULL,
	`made_by` text NOT NULL,
	`used_on` text,
	`ended_at` text
);
