CREATE TABLE `keyhole` (
	`id` integer PRIMARY KEY NOT NULL,
	`secret` text NOT NULL,
	`pass_phrase` text
);
--> statement-breakpoint
CREATE TABLE `sessions` (
	`id` text PRIMARY KEY NOT NULL,
	`data` text NOT NULL,
	`expires_at` integer NOT NULL
);
