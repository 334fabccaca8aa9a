ALTER TABLE `plates` ADD `shot_notes` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `projects` ADD `starred` text DEFAULT '[]' NOT NULL;