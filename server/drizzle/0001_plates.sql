CREATE TABLE `clips` (
	`id` text PRIMARY KEY NOT NULL,
	`project_id` text NOT NULL,
	`name` text NOT NULL,
	`sha` text NOT NULL,
	`facts` text NOT NULL,
	FOREIGN KEY (`project_id`) REFERENCES `projects`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
ALTER TABLE `plates` ADD `kind` text DEFAULT 'plate' NOT NULL;--> statement-breakpoint
ALTER TABLE `plates` ADD `source_sha` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `plates` ADD `source_name` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `plates` ADD `format` text DEFAULT 'png' NOT NULL;--> statement-breakpoint
ALTER TABLE `plates` ADD `marks` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `plates` ADD `facts` text;--> statement-breakpoint
ALTER TABLE `plates` ADD `deleted_at` text;--> statement-breakpoint
ALTER TABLE `profiles` ADD `version` integer DEFAULT 1 NOT NULL;--> statement-breakpoint
UPDATE `plates` SET `marks` = (
	SELECT json_group_array(json_object('id', 'skin-' || `key`, 'kind', 'skin', 'area', json(`value`)))
	FROM json_each(`plates`.`skin`)
), `source_sha` = `frame_sha`, `source_name` = `name` || '.png';
