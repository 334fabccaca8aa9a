CREATE TABLE `loose_files` (
	`sha256` text PRIMARY KEY NOT NULL,
	`since` text NOT NULL
);
--> statement-breakpoint
ALTER TABLE `projects` ADD `revision` integer DEFAULT 1 NOT NULL;--> statement-breakpoint
CREATE INDEX `looks_by_project` ON `looks` (`project_id`);