CREATE TABLE `plan_versions` (
	`id` text PRIMARY KEY NOT NULL,
	`piece_id` text NOT NULL,
	`name` text NOT NULL,
	`kind` text NOT NULL,
	`created_at` text NOT NULL,
	`content` text NOT NULL,
	FOREIGN KEY (`piece_id`) REFERENCES `pieces`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
ALTER TABLE `plans` ADD `desk` text DEFAULT '{}' NOT NULL;