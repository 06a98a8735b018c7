CREATE TABLE `bin` (
	`id` text PRIMARY KEY NOT NULL,
	`title` text NOT NULL,
	`student` text NOT NULL,
	`binned_at` text NOT NULL,
	`archive` blob NOT NULL
);
--> statement-breakpoint
CREATE TABLE `hand_measures` (
	`id` text PRIMARY KEY NOT NULL,
	`student_id` text NOT NULL,
	`measured_on` text NOT NULL,
	`right` text NOT NULL,
	`left` text NOT NULL,
	`remark` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`student_id`) REFERENCES `students`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `house_rules` (
	`id` integer PRIMARY KEY NOT NULL,
	`rules` text NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE `keyhole` (
	`id` integer PRIMARY KEY NOT NULL,
	`secret` text NOT NULL,
	`pass_phrase` text
);
--> statement-breakpoint
CREATE TABLE `lessons` (
	`id` text PRIMARY KEY NOT NULL,
	`student_id` text NOT NULL,
	`starts_at` text NOT NULL,
	`minutes` integer NOT NULL,
	`state` text DEFAULT 'planned' NOT NULL,
	`content` text DEFAULT '{}' NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`student_id`) REFERENCES `students`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `lessons_by_day` ON `lessons` (`starts_at`);--> statement-breakpoint
CREATE INDEX `lessons_by_student` ON `lessons` (`student_id`,`starts_at`);--> statement-breakpoint
CREATE TABLE `memory_checks` (
	`id` text PRIMARY KEY NOT NULL,
	`student_id` text NOT NULL,
	`subject` text NOT NULL,
	`checked_on` text NOT NULL,
	`outcome` text NOT NULL,
	`due_on` text,
	FOREIGN KEY (`student_id`) REFERENCES `students`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `memory_checks_by_student` ON `memory_checks` (`student_id`,`checked_on`);--> statement-breakpoint
CREATE TABLE `piece_music` (
	`piece_id` text PRIMARY KEY NOT NULL,
	`document` text NOT NULL,
	`source` blob,
	`source_name` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`piece_id`) REFERENCES `pieces`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `pieces` (
	`id` text PRIMARY KEY NOT NULL,
	`title` text NOT NULL,
	`composer` text NOT NULL,
	`student_id` text,
	`general_id` text,
	`metre` text NOT NULL,
	`key` text NOT NULL,
	`bars` integer NOT NULL,
	`notes` integer NOT NULL,
	`created_at` text NOT NULL,
	`updated_at` text NOT NULL,
	`own_rules` text DEFAULT '{}' NOT NULL,
	`right_lane` text DEFAULT '' NOT NULL,
	`left_lane` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`student_id`) REFERENCES `students`(`id`) ON UPDATE no action ON DELETE set null,
	FOREIGN KEY (`general_id`) REFERENCES `pieces`(`id`) ON UPDATE no action ON DELETE set null
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
CREATE TABLE `plan_versions` (
	`id` text PRIMARY KEY NOT NULL,
	`piece_id` text NOT NULL,
	`name` text NOT NULL,
	`kind` text NOT NULL,
	`created_at` text NOT NULL,
	`content` text NOT NULL,
	`document` text,
	FOREIGN KEY (`piece_id`) REFERENCES `pieces`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `plans` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`piece_id` text NOT NULL,
	`revision` integer NOT NULL,
	`desk` text DEFAULT '{}' NOT NULL,
	`general_seen` text DEFAULT '[]' NOT NULL,
	FOREIGN KEY (`piece_id`) REFERENCES `pieces`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE UNIQUE INDEX `plans_piece_id_unique` ON `plans` (`piece_id`);--> statement-breakpoint
CREATE TABLE `sessions` (
	`id` text PRIMARY KEY NOT NULL,
	`data` text NOT NULL,
	`expires_at` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `student_links` (
	`id` text PRIMARY KEY NOT NULL,
	`student_id` text NOT NULL,
	`token_hash` text NOT NULL,
	`created_at` text NOT NULL,
	`expires_on` text,
	FOREIGN KEY (`student_id`) REFERENCES `students`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE UNIQUE INDEX `student_links_token_hash_unique` ON `student_links` (`token_hash`);--> statement-breakpoint
CREATE TABLE `students` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`remarks` text DEFAULT '' NOT NULL,
	`since` text,
	`rules` text DEFAULT '{}' NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`left_at` text,
	`left_pieces` text
);
--> statement-breakpoint
CREATE TABLE `trainer_answers` (
	`id` text PRIMARY KEY NOT NULL,
	`student_id` text NOT NULL,
	`question` text NOT NULL,
	`answered_at` text NOT NULL,
	`is_right` integer NOT NULL,
	`ms` integer NOT NULL,
	FOREIGN KEY (`student_id`) REFERENCES `students`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `trainer_answers_by_student` ON `trainer_answers` (`student_id`,`answered_at`);