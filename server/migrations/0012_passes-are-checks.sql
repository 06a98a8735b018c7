INSERT INTO `memory_checks` (`id`, `student_id`, `subject`, `checked_on`, `outcome`, `due_on`)
SELECT
	lower(hex(randomblob(4)) || '-' || hex(randomblob(2)) || '-4' || substr(hex(randomblob(2)), 2) || '-8' || substr(hex(randomblob(2)), 2) || '-' || hex(randomblob(6))),
	`student_id`,
	'{"kind":"pattern","wish":' || `pattern` || '}',
	`passed_on`,
	'passed',
	NULL
FROM `pattern_passes`;
--> statement-breakpoint
DROP TABLE `pattern_passes`;
