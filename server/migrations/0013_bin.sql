CREATE TABLE `bin` (
	`id` text PRIMARY KEY NOT NULL,
	`title` text NOT NULL,
	`student` text NOT NULL,
	`binned_at` text NOT NULL,
	`archive` blob NOT NULL
);
