CREATE TABLE `tastings` (
	`id` char(36) NOT NULL,
	`batch_id` char(36) NOT NULL,
	`words` json NOT NULL,
	`removed` boolean NOT NULL DEFAULT false,
	`person_id` char(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `tastings_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `trial_batches` (
	`batch_id` char(36) NOT NULL,
	`trial_id` char(36) NOT NULL,
	`signs` json NOT NULL,
	`revision` int NOT NULL DEFAULT 1,
	`added_at` datetime(3) NOT NULL,
	`person_id` char(36),
	CONSTRAINT `trial_batches_batch_id` PRIMARY KEY(`batch_id`)
);
--> statement-breakpoint
CREATE TABLE `trials` (
	`id` char(36) NOT NULL,
	`site_id` char(36) NOT NULL,
	`card_id` char(36) NOT NULL,
	`coffee_id` char(36) NOT NULL,
	`brewer_id` char(36) NOT NULL,
	`grinder_id` char(36) NOT NULL,
	`serve` enum('hot','iced') NOT NULL,
	`method` enum('onIce','beside','overGlass','withWater','bath','steep'),
	`size_g` double NOT NULL,
	`prior_from` enum('learned','forecast','rule') NOT NULL,
	`prior_setting` double NOT NULL,
	`prior_sd` double NOT NULL,
	`budget_g` double NOT NULL,
	`both_sides` boolean NOT NULL DEFAULT false,
	`state` enum('running','approved','givenUp') NOT NULL DEFAULT 'running',
	`reason` varchar(400) NOT NULL DEFAULT '',
	`started_by` char(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	`ended_at` datetime(3),
	`revision` int NOT NULL DEFAULT 1,
	CONSTRAINT `trials_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `cards` ADD `trial_id` char(36);--> statement-breakpoint
ALTER TABLE `standards` ADD `trial_id` char(36);--> statement-breakpoint
ALTER TABLE `standards` ADD `proved_setting` double;--> statement-breakpoint
ALTER TABLE `standards` ADD `proved_sd` double;--> statement-breakpoint
ALTER TABLE `standards` ADD `brewed_once` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `tastings` ADD CONSTRAINT `tastings_batch_id_batches_id_fk` FOREIGN KEY (`batch_id`) REFERENCES `batches`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `tastings` ADD CONSTRAINT `tastings_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `trial_batches` ADD CONSTRAINT `trial_batches_batch_id_batches_id_fk` FOREIGN KEY (`batch_id`) REFERENCES `batches`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `trial_batches` ADD CONSTRAINT `trial_batches_trial_id_trials_id_fk` FOREIGN KEY (`trial_id`) REFERENCES `trials`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `trial_batches` ADD CONSTRAINT `trial_batches_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `trials` ADD CONSTRAINT `trials_site_id_sites_id_fk` FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `trials` ADD CONSTRAINT `trials_card_id_cards_id_fk` FOREIGN KEY (`card_id`) REFERENCES `cards`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `trials` ADD CONSTRAINT `trials_coffee_id_coffees_id_fk` FOREIGN KEY (`coffee_id`) REFERENCES `coffees`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `trials` ADD CONSTRAINT `trials_brewer_id_brewers_id_fk` FOREIGN KEY (`brewer_id`) REFERENCES `brewers`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `trials` ADD CONSTRAINT `trials_grinder_id_grinders_id_fk` FOREIGN KEY (`grinder_id`) REFERENCES `grinders`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `trials` ADD CONSTRAINT `trials_started_by_people_id_fk` FOREIGN KEY (`started_by`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `tastings_batch` ON `tastings` (`batch_id`);--> statement-breakpoint
CREATE INDEX `trial_batches_trial` ON `trial_batches` (`trial_id`);--> statement-breakpoint
CREATE INDEX `trials_site` ON `trials` (`site_id`,`at`);--> statement-breakpoint
CREATE INDEX `trials_state` ON `trials` (`site_id`,`state`);--> statement-breakpoint
INSERT INTO `locks` (`name`) VALUES ('trials');
