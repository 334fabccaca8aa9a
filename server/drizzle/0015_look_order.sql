ALTER TABLE `looks` ADD `position` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `looks` ADD `deleted_at` text;