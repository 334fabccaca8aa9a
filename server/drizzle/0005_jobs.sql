CREATE TABLE `artefacts` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`sha256` text NOT NULL,
	`name` text NOT NULL,
	`size` integer NOT NULL,
	`document` text NOT NULL,
	`created_at` text NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `artefacts_by_job` ON `artefacts` (`job_id`);--> statement-breakpoint
CREATE TABLE `jobs` (
	`id` text PRIMARY KEY NOT NULL,
	`kind` text NOT NULL,
	`project_id` text NOT NULL,
	`parent_id` text,
	`payload` text NOT NULL,
	`state` text NOT NULL,
	`stage` text DEFAULT '' NOT NULL,
	`progress` real DEFAULT 0 NOT NULL,
	`error` text,
	`attempts` integer DEFAULT 0 NOT NULL,
	`created_at` text NOT NULL,
	`started_at` text,
	`ended_at` text,
	FOREIGN KEY (`project_id`) REFERENCES `projects`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `jobs_by_project` ON `jobs` (`project_id`,`created_at`);--> statement-breakpoint
CREATE INDEX `jobs_by_state` ON `jobs` (`state`,`created_at`);--> statement-breakpoint
CREATE INDEX `jobs_by_parent` ON `jobs` (`parent_id`);--> statement-breakpoint
CREATE TABLE `luts` (
	`sha256` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`created_at` text NOT NULL
);
--> statement-breakpoint
INSERT INTO `jobs` (`id`, `kind`, `project_id`, `payload`, `state`, `stage`, `progress`, `error`, `created_at`)
SELECT `id`, 'export', `project_id`,
	CASE WHEN json_valid(`look`) AND json_valid(`profile`) THEN
		json_object('kind', 'velvet-dusk/export-order', 'schemaVersion', 1, 'lookId', `look_id`, 'lookVersion', `look_version`,
			'look', json(`look`), 'profile', json(`profile`), 'role', `role`, 'grid', `grid`, 'fileName', `file_name`)
	ELSE `look` || `profile` END,
	`state`, `stage`, `progress`, `error`, `created_at`
FROM `exports`;
--> statement-breakpoint
INSERT INTO `artefacts` (`id`, `job_id`, `sha256`, `name`, `size`, `document`, `created_at`)
SELECT 'file-' || `id`, `id`, `sha256`, `file_name`, coalesce(`file_size`, 0),
	json_object('kind', 'velvet-dusk/export-result', 'schemaVersion', 1, 'proof', CASE WHEN json_valid(`proof`) THEN json(`proof`) ELSE NULL END),
	`created_at`
FROM `exports` WHERE `state` = 'done' AND `sha256` IS NOT NULL;
