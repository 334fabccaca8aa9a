CREATE TABLE `look_versions` (
	`id` text PRIMARY KEY NOT NULL,
	`look_id` text NOT NULL,
	`number` integer NOT NULL,
	`document` text NOT NULL,
	`hash` text,
	`note` text DEFAULT '' NOT NULL,
	`created_at` text NOT NULL,
	FOREIGN KEY (`look_id`) REFERENCES `looks`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `look_versions_by_look` ON `look_versions` (`look_id`,`number`);--> statement-breakpoint
CREATE TRIGGER `look_versions_stay` BEFORE UPDATE ON `look_versions` BEGIN SELECT RAISE(ABORT, 'a version is never changed'); END;
--> statement-breakpoint
INSERT INTO `look_versions` (`id`, `look_id`, `number`, `document`, `note`, `created_at`)
SELECT `look_id` || ' ' || `number`, `look_id`, `number`, `document`, 'exported before there were versions', min(`created_at`)
FROM (
	SELECT json_extract(`payload`, '$.lookId') AS `look_id`, json_extract(`payload`, '$.lookVersion') AS `number`, json_extract(`payload`, '$.look') AS `document`, `created_at`
	FROM `jobs` WHERE `kind` = 'export' AND json_valid(`payload`)
) WHERE `look_id` IN (SELECT `id` FROM `looks`) AND `number` > 0 AND `document` IS NOT NULL
GROUP BY `look_id`, `number`;
