CREATE TABLE `account_passkeys` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text,
	`public_key` text NOT NULL,
	`user_id` text NOT NULL,
	`credential_id` text NOT NULL,
	`counter` integer NOT NULL,
	`device_type` text NOT NULL,
	`backed_up` integer NOT NULL,
	`transports` text,
	`created_at` integer,
	`aaguid` text
);
--> statement-breakpoint
CREATE INDEX `account_passkeys_user` ON `account_passkeys` (`user_id`);--> statement-breakpoint
CREATE UNIQUE INDEX `account_passkeys_credential` ON `account_passkeys` (`credential_id`);--> statement-breakpoint
CREATE TABLE `account_tries` (
	`key` text PRIMARY KEY NOT NULL,
	`points` integer NOT NULL,
	`expire` integer
);
