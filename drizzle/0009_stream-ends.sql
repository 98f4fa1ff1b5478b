ALTER TABLE `streams` ADD `settled` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
UPDATE `streams` SET `settled` = `length`;--> statement-breakpoint
ALTER TABLE `streams` DROP COLUMN `head`;--> statement-breakpoint
ALTER TABLE `streams` DROP COLUMN `length`;--> statement-breakpoint
ALTER TABLE `streams` DROP COLUMN `bytes`;