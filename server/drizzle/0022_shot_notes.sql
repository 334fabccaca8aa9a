ALTER TABLE `plates` ADD `slate` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `plates` ADD `shot_notes` text DEFAULT '[]' NOT NULL;