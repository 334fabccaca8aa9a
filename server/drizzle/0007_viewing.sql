ALTER TABLE `projects` ADD `viewing` text DEFAULT '{}' NOT NULL;--> statement-breakpoint
UPDATE `projects` SET `viewing` = coalesce((
	SELECT json_patch('{}', json_object('output', json_extract(`document`, '$.rendering.output'), 'range', json_extract(`document`, '$.rendering.range')))
	FROM `looks` WHERE `project_id` = `projects`.`id` AND json_valid(`document`) ORDER BY `looks`.`rowid` LIMIT 1
), '{}');
