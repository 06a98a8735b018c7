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
CREATE INDEX `lessons_by_student` ON `lessons` (`student_id`,`starts_at`);