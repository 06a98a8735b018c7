ALTER TABLE `pieces` ADD `source` blob;--> statement-breakpoint
ALTER TABLE `pieces` ADD `source_name` text DEFAULT '' NOT NULL;