CREATE TABLE `house_rules` (
	`id` integer PRIMARY KEY NOT NULL,
	`rules` text NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
ALTER TABLE `pieces` ADD `general_id` text REFERENCES pieces(id) ON DELETE SET NULL;--> statement-breakpoint
ALTER TABLE `pieces` ADD `own_rules` text DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE `plans` ADD `general_seen` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
-- Until now a piece that did not follow its student held all its settings; its moves stay as they were, by name.
UPDATE `pieces` SET `own_rules` = json_patch('{"moves":{"extension":1,"contraction":1,"repeated-note-change":1,"thumb-under":1,"finger-over-thumb":1,"silent-substitution":1,"slide":1,"finger-over-finger":1,"shift":1}}', coalesce((SELECT json_extract(`desk`, '$.settings.rules') FROM `plans` WHERE `piece_id` = `pieces`.`id`), '{}'))
WHERE EXISTS (SELECT 1 FROM `plans` WHERE `piece_id` = `pieces`.`id` AND json_extract(`desk`, '$.settings') IS NOT NULL AND coalesce(json_extract(`desk`, '$.follows'), 'piece') <> 'student');
