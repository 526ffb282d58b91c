CREATE TABLE `cup_ballots` (
	`code` char(8) NOT NULL,
	`test_id` char(36) NOT NULL,
	`position` smallint NOT NULL,
	`cups` json NOT NULL,
	`odd` smallint NOT NULL,
	`odd_is_pot` boolean NOT NULL,
	`answer` smallint,
	`answered_at` datetime(3),
	CONSTRAINT `cup_ballots_code` PRIMARY KEY(`code`)
);
--> statement-breakpoint
CREATE TABLE `cup_tests` (
	`id` char(36) NOT NULL,
	`site_id` char(36) NOT NULL,
	`batch_id` char(36) NOT NULL,
	`beside` varchar(80) NOT NULL,
	`closes_at` datetime(3) NOT NULL,
	`started_by` char(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `cup_tests_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `cup_ballots` ADD CONSTRAINT `cup_ballots_test_id_cup_tests_id_fk` FOREIGN KEY (`test_id`) REFERENCES `cup_tests`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `cup_tests` ADD CONSTRAINT `cup_tests_site_id_sites_id_fk` FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `cup_tests` ADD CONSTRAINT `cup_tests_batch_id_batches_id_fk` FOREIGN KEY (`batch_id`) REFERENCES `batches`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `cup_tests` ADD CONSTRAINT `cup_tests_started_by_people_id_fk` FOREIGN KEY (`started_by`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `cup_ballots_test` ON `cup_ballots` (`test_id`,`position`);--> statement-breakpoint
CREATE INDEX `cup_tests_batch` ON `cup_tests` (`batch_id`);