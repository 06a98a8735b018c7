CREATE TABLE `piece_music` (
	`piece_id` text PRIMARY KEY NOT NULL,
	`document` text NOT NULL,
	`source` blob,
	`source_name` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`piece_id`) REFERENCES `pieces`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
ALTER TABLE `pieces` ADD `level` text;--> statement-breakpoint
ALTER TABLE `pieces` ADD `right_lane` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `pieces` ADD `left_lane` text DEFAULT '' NOT NULL;--> statement-breakpoint
INSERT INTO `piece_music` (`piece_id`, `document`, `source`, `source_name`) SELECT `id`, `document`, `source`, `source_name` FROM `pieces`;--> statement-breakpoint
UPDATE `pieces` SET `right_lane` = coalesce((
	SELECT group_concat(sign, '') FROM (
		SELECT CASE b.moves WHEN '[]' THEN l.letter ELSE upper(l.letter) END || CAST(min(9, round(9 * b.effort / 8)) AS integer) AS sign
		FROM `plan_bars` b
		JOIN `plans` p ON p.id = b.plan_id
		JOIN (SELECT 'open' AS state, 'o' AS letter UNION SELECT 'suggested', 's' UNION SELECT 'settled', 'd' UNION SELECT 'silent', '-') l ON l.state = b.state
		WHERE p.piece_id = `pieces`.id AND b.side = 'right'
		ORDER BY b.bar
	)
), '');--> statement-breakpoint
UPDATE `pieces` SET `left_lane` = coalesce((
	SELECT group_concat(sign, '') FROM (
		SELECT CASE b.moves WHEN '[]' THEN l.letter ELSE upper(l.letter) END || CAST(min(9, round(9 * b.effort / 8)) AS integer) AS sign
		FROM `plan_bars` b
		JOIN `plans` p ON p.id = b.plan_id
		JOIN (SELECT 'open' AS state, 'o' AS letter UNION SELECT 'suggested', 's' UNION SELECT 'settled', 'd' UNION SELECT 'silent', '-') l ON l.state = b.state
		WHERE p.piece_id = `pieces`.id AND b.side = 'left'
		ORDER BY b.bar
	)
), '');--> statement-breakpoint
UPDATE `pieces` SET `level` = (
	SELECT CASE coalesce(json_extract(p.desk, '$.settings.rules.moves'), '{}')
	WHEN '{}' THEN 'intermediate'
	WHEN '{"extension":"untaught","contraction":"untaught","repeated-note-change":"untaught","thumb-under":"untaught","finger-over-thumb":"untaught","silent-substitution":"untaught","slide":"untaught","finger-over-finger":"untaught"}' THEN 'first-months'
	WHEN '{"thumb-under":"untaught","finger-over-thumb":"untaught","silent-substitution":"untaught","slide":"untaught","finger-over-finger":"untaught"}' THEN 'reaching'
	WHEN '{"silent-substitution":"untaught","slide":"untaught","finger-over-finger":"untaught"}' THEN 'crossing'
	END FROM `plans` p WHERE p.piece_id = `pieces`.id
);
