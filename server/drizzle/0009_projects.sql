ALTER TABLE `projects` RENAME COLUMN `schools` TO `practice`;--> statement-breakpoint
UPDATE `projects` SET `practice` = json_remove(json_set(`practice`, '$.monitorOffsetStops', json_extract(`practice`, '$.monitorDarker')), '$.monitorDarker')
WHERE json_valid(`practice`) AND json_extract(`practice`, '$.monitorDarker') IS NOT NULL;--> statement-breakpoint
ALTER TABLE `projects` ADD `is_demo` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `projects` ADD `opened_at` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `projects` ADD `archived_at` text;--> statement-breakpoint
ALTER TABLE `projects` ADD `deleted_at` text;--> statement-breakpoint
UPDATE `projects` SET `is_demo` = true WHERE `id` = 'saltmarsh-line';--> statement-breakpoint
UPDATE `projects` SET `opened_at` = coalesce((SELECT max(`updated_at`) FROM `looks` WHERE `project_id` = `projects`.`id`), '');--> statement-breakpoint
ALTER TABLE `profiles` RENAME COLUMN `version` TO `revision`;--> statement-breakpoint
ALTER TABLE `profiles` ADD `project_id` text REFERENCES projects(id);--> statement-breakpoint
ALTER TABLE `profiles` ADD `is_standard` integer DEFAULT false NOT NULL;--> statement-breakpoint
UPDATE `profiles` SET `project_id` = 'saltmarsh-line'
WHERE `id` IN ('heron', 'curlew', 'plover', 'plover-video', 'wren') AND EXISTS (SELECT 1 FROM `projects` WHERE `is_demo`);--> statement-breakpoint
ALTER TABLE `plates` RENAME COLUMN `version` TO `revision`;--> statement-breakpoint
UPDATE `plates` SET `facts` = json_set(`facts`, '$.kind', 'velvet-dusk/frame-facts', '$.schemaVersion', 1)
WHERE json_valid(`facts`) AND json_type(`facts`) = 'object';--> statement-breakpoint
UPDATE `clips` SET `facts` = json_set(`facts`, '$.kind', 'velvet-dusk/clip-facts', '$.schemaVersion', 1)
WHERE json_valid(`facts`) AND json_type(`facts`) = 'object';--> statement-breakpoint
ALTER TABLE `looks` RENAME COLUMN `version` TO `revision`;
