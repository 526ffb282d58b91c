CREATE TABLE `guide_events` (
	`id` char(36) NOT NULL,
	`guide_id` char(36) NOT NULL,
	`at_ms` bigint NOT NULL,
	`event` json NOT NULL,
	`person_id` char(36) NOT NULL,
	`kept_at` datetime(3) NOT NULL,
	CONSTRAINT `guide_events_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `guides` (
	`id` char(36) NOT NULL,
	`site_id` char(36) NOT NULL,
	`card_id` char(36) NOT NULL,
	`sheet` json NOT NULL,
	`coffee` varchar(80) NOT NULL,
	`brewer` varchar(80) NOT NULL,
	`brew` json,
	`started_by` char(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	`begun_at` datetime(3),
	`ended_at` datetime(3),
	`batch_id` char(36),
	`tapes` json,
	CONSTRAINT `guides_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `pair_scores` (
	`pair_id` char(36) NOT NULL,
	`person_id` char(36) NOT NULL,
	`scores` json NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `pair_scores_pair_id_person_id_pk` PRIMARY KEY(`pair_id`,`person_id`)
);
--> statement-breakpoint
CREATE TABLE `pairs` (
	`id` char(36) NOT NULL,
	`site_id` char(36) NOT NULL,
	`first_id` char(36) NOT NULL,
	`second_id` char(36) NOT NULL,
	`about` enum('bloomApart','filter','agitation','iceKind','roastAge','pours','waterTemp','ratio','dial') NOT NULL,
	`started_by` char(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `pairs_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `guide_events` ADD CONSTRAINT `guide_events_guide_id_guides_id_fk` FOREIGN KEY (`guide_id`) REFERENCES `guides`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `guide_events` ADD CONSTRAINT `guide_events_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `guides` ADD CONSTRAINT `guides_site_id_sites_id_fk` FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `guides` ADD CONSTRAINT `guides_card_id_cards_id_fk` FOREIGN KEY (`card_id`) REFERENCES `cards`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `guides` ADD CONSTRAINT `guides_started_by_people_id_fk` FOREIGN KEY (`started_by`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `pair_scores` ADD CONSTRAINT `pair_scores_pair_id_pairs_id_fk` FOREIGN KEY (`pair_id`) REFERENCES `pairs`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `pair_scores` ADD CONSTRAINT `pair_scores_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `pairs` ADD CONSTRAINT `pairs_site_id_sites_id_fk` FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `pairs` ADD CONSTRAINT `pairs_first_id_batches_id_fk` FOREIGN KEY (`first_id`) REFERENCES `batches`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `pairs` ADD CONSTRAINT `pairs_second_id_batches_id_fk` FOREIGN KEY (`second_id`) REFERENCES `batches`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `pairs` ADD CONSTRAINT `pairs_started_by_people_id_fk` FOREIGN KEY (`started_by`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `guide_events_guide` ON `guide_events` (`guide_id`,`at_ms`);--> statement-breakpoint
CREATE INDEX `guides_site` ON `guides` (`site_id`,`ended_at`);--> statement-breakpoint
CREATE INDEX `guides_batch` ON `guides` (`batch_id`);--> statement-breakpoint
CREATE INDEX `pairs_site` ON `pairs` (`site_id`,`at`);--> statement-breakpoint
CREATE INDEX `pairs_batches` ON `pairs` (`first_id`,`second_id`);--> statement-breakpoint
UPDATE `house` SET `settings` = JSON_MERGE_PATCH('{"strongerBy":"ratio"}', `settings`);
