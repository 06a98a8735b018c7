ALTER TABLE `pieces` DROP COLUMN `document`;--> statement-breakpoint
ALTER TABLE `pieces` DROP COLUMN `source`;--> statement-breakpoint
ALTER TABLE `pieces` DROP COLUMN `source_name`;