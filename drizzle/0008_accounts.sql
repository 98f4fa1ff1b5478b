CREATE TABLE `account_credentials` (
	`id` text PRIMARY KEY NOT NULL,
	`account_id` text NOT NULL,
	`provider_id` text NOT NULL,
	`user_id` text NOT NULL,
	`access_token` text,
	`refresh_token` text,
	`id_token` text,
	`access_token_expires_at` integer,
	`refresh_token_expires_at` integer,
	`scope` text,
	`password` text,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `account_credentials_user` ON `account_credentials` (`user_id`);--> statement-breakpoint
CREATE TABLE `account_sessions` (
	`id` text PRIMARY KEY NOT NULL,
	`token` text NOT NULL,
	`user_id` text NOT NULL,
	`expires_at` integer NOT NULL,
	`ip_address` text,
	`user_agent` text,
	`used_at` integer DEFAULT 0 NOT NULL,
	`locked_at` integer,
	`lock_tries` integer DEFAULT 0 NOT NULL,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `account_sessions_token_unique` ON `account_sessions` (`token`);--> statement-breakpoint
CREATE INDEX `account_sessions_user` ON `account_sessions` (`user_id`);--> statement-breakpoint
CREATE TABLE `account_two_factors` (
	`id` text PRIMARY KEY NOT NULL,
	`secret` text NOT NULL,
	`backup_codes` text NOT NULL,
	`user_id` text NOT NULL,
	`verified` integer,
	`failed_verification_count` integer,
	`locked_until` integer
);
--> statement-breakpoint
CREATE INDEX `account_two_factors_user` ON `account_two_factors` (`user_id`);--> statement-breakpoint
CREATE INDEX `account_two_factors_secret` ON `account_two_factors` (`secret`);--> statement-breakpoint
CREATE TABLE `account_used_codes` (
	`user` text NOT NULL,
	`code` text NOT NULL,
	`at` integer NOT NULL,
	PRIMARY KEY(`user`, `code`)
);
--> statement-breakpoint
CREATE TABLE `account_users` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`email` text NOT NULL,
	`email_verified` integer NOT NULL,
	`image` text,
	`two_factor_enabled` integer,
	`lock_code` text,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `account_users_email_unique` ON `account_users` (`email`);--> statement-breakpoint
CREATE TABLE `account_verifications` (
	`id` text PRIMARY KEY NOT NULL,
	`identifier` text NOT NULL,
	`value` text NOT NULL,
	`expires_at` integer NOT NULL,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `account_verifications_identifier` ON `account_verifications` (`identifier`);--> statement-breakpoint
CREATE TABLE `awaiting` (
	`exam` text PRIMARY KEY NOT NULL,
	`by` text NOT NULL,
	`at` text NOT NULL,
	`head` text NOT NULL
);
--> statement-breakpoint
ALTER TABLE `practitioners` ADD `role` text DEFAULT 'owner' NOT NULL;--> statement-breakpoint
ALTER TABLE `practitioners` ADD `has_left` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `store` ADD `is_demo` integer DEFAULT false NOT NULL;