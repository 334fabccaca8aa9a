ALTER TABLE `plates` ADD `strengths` text DEFAULT '{}' NOT NULL;
