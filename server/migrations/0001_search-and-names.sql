ALTER TABLE `bin` RENAME TO `trash`;
--> statement-breakpoint
ALTER TABLE `trash` RENAME COLUMN `binned_at` TO `trashed_at`;
--> statement-breakpoint
ALTER TABLE `keyhole` RENAME TO `auth`;
--> statement-breakpoint
ALTER TABLE `lessons` ADD `search_text` text;
--> statement-breakpoint
CREATE INDEX `lessons_to_fold` ON `lessons` (`id`) WHERE search_text IS NULL;
