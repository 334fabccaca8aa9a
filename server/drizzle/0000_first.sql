CREATE TABLE `exports` (
	`id` text PRIMARY KEY NOT NULL,
	`project_id` text NOT NULL,
	`look_id` text NOT NULL,
	`look_version` integer NOT NULL,
	`look` text NOT NULL,
	`profile` text NOT NULL,
	`profile_id` text NOT NULL,
	`role` text NOT NULL,
	`grid` integer NOT NULL,
	`state` text NOT NULL,
	`stage` text DEFAULT '' NOT NULL,
	`progress` real DEFAULT 0 NOT NULL,
	`error` text,
	`file_name` text NOT NULL,
	`file_size` integer,
	`sha256` text,
	`proof` text,
	`created_at` text NOT NULL,
	FOREIGN KEY (`project_id`) REFERENCES `projects`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`look_id`) REFERENCES `looks`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `exports_by_project` ON `exports` (`project_id`,`created_at`);--> statement-breakpoint
CREATE INDEX `exports_by_state` ON `exports` (`state`);--> statement-breakpoint
CREATE TABLE `looks` (
	`id` text PRIMARY KEY NOT NULL,
	`project_id` text NOT NULL,
	`document` text NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	`updated_at` text NOT NULL,
	FOREIGN KEY (`project_id`) REFERENCES `projects`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `plates` (
	`id` text PRIMARY KEY NOT NULL,
	`project_id` text NOT NULL,
	`position` integer NOT NULL,
	`name` text NOT NULL,
	`profile_id` text NOT NULL,
	`frame_sha` text NOT NULL,
	`thumb_sha` text NOT NULL,
	`width` integer NOT NULL,
	`height` integer NOT NULL,
	`depth` integer NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	`shot` text NOT NULL,
	`skin` text NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`project_id`) REFERENCES `projects`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`profile_id`) REFERENCES `profiles`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `plates_by_project` ON `plates` (`project_id`,`position`);--> statement-breakpoint
CREATE TABLE `profiles` (
	`id` text PRIMARY KEY NOT NULL,
	`document` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `projects` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL
);
