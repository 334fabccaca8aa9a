ALTER TABLE `plates` ADD `scene` text DEFAULT '' NOT NULL;
--> statement-breakpoint
UPDATE `plates` SET `scene` = trim(substr(`name`, 1, instr(`name` || ',', ',') - 1));
