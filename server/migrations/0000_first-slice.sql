CREATE TABLE `pieces` (
	`id` text PRIMARY KEY NOT NULL,
	`title` text NOT NULL,
	`composer` text NOT NULL,
	`student` text NOT NULL,
	`metre` text NOT NULL,
	`key` text NOT NULL,
	`bars` integer NOT NULL,
	`notes` integer NOT NULL,
	`document` text NOT NULL,
	`created_at` text NOT NULL,
	`updated_at` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `plan_bars` (
	`plan_id` integer NOT NULL,
	`side` text NOT NULL,
	`bar` integer NOT NULL,
	`number` integer NOT NULL,
	`state` text NOT NULL,
	`effort` real NOT NULL,
	`moves` text NOT NULL,
	PRIMARY KEY(`plan_id`, `side`, `bar`),
	FOREIGN KEY (`plan_id`) REFERENCES `plans`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `plan_fingers` (
	`plan_id` integer NOT NULL,
	`note_id` text NOT NULL,
	`finger` integer NOT NULL,
	`substitute` integer,
	`decided_by` text NOT NULL,
	PRIMARY KEY(`plan_id`, `note_id`),
	FOREIGN KEY (`plan_id`) REFERENCES `plans`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `plans` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`piece_id` text NOT NULL,
	`revision` integer NOT NULL,
	FOREIGN KEY (`piece_id`) REFERENCES `pieces`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE UNIQUE INDEX `plans_piece_id_unique` ON `plans` (`piece_id`);