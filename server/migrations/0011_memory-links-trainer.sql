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