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
CREATE TABLE `pattern_passes` (
	`student_id` text NOT NULL,
	`pattern` text NOT NULL,
	`passed_on` text NOT NULL,
	PRIMARY KEY(`student_id`, `pattern`),
	FOREIGN KEY (`student_id`) REFERENCES `students`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
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
ALTER TABLE `pieces` ADD `student_id` text REFERENCES students(id) ON DELETE SET NULL;--> statement-breakpoint
-- Until now a student was a word on a piece.
INSERT INTO `students` (`id`, `name`) SELECT lower(hex(randomblob(8))), `student` FROM (SELECT DISTINCT trim(`student`) AS `student` FROM `pieces` WHERE trim(`student`) <> '');--> statement-breakpoint
UPDATE `pieces` SET `student_id` = (SELECT `id` FROM `students` WHERE `name` = trim(`pieces`.`student`));
