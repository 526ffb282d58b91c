CREATE TABLE `standards` (
	`id` char(36) NOT NULL,
	`site_id` char(36) NOT NULL,
	`batch_id` char(36) NOT NULL,
	`coffee_id` char(36) NOT NULL,
	`brewer_id` char(36) NOT NULL,
	`serve` enum('hot','iced') NOT NULL,
	`size_g` double NOT NULL,
	`approved_by` char(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	`retired_at` datetime(3),
	`replaced_by` char(36),
	CONSTRAINT `standards_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `wall_charts` (
	`site_id` char(36) NOT NULL,
	`coffee_id` char(36) NOT NULL,
	`choices` json NOT NULL,
	`changed_by` char(36) NOT NULL,
	`changed_at` datetime(3) NOT NULL,
	`revision` int NOT NULL DEFAULT 1,
	CONSTRAINT `wall_charts_site_id_coffee_id_pk` PRIMARY KEY(`site_id`,`coffee_id`)
);
--> statement-breakpoint
ALTER TABLE `fits` MODIFY COLUMN `version_id` char(36);--> statement-breakpoint
ALTER TABLE `batches` ADD `density_g_per_ml` double;--> statement-breakpoint
ALTER TABLE `batches` ADD `roasted_on` date;--> statement-breakpoint
ALTER TABLE `fits` ADD `batches` smallint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `standards` ADD CONSTRAINT `standards_site_id_sites_id_fk` FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `standards` ADD CONSTRAINT `standards_batch_id_batches_id_fk` FOREIGN KEY (`batch_id`) REFERENCES `batches`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `standards` ADD CONSTRAINT `standards_coffee_id_coffees_id_fk` FOREIGN KEY (`coffee_id`) REFERENCES `coffees`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `standards` ADD CONSTRAINT `standards_brewer_id_brewers_id_fk` FOREIGN KEY (`brewer_id`) REFERENCES `brewers`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `standards` ADD CONSTRAINT `standards_approved_by_people_id_fk` FOREIGN KEY (`approved_by`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `wall_charts` ADD CONSTRAINT `wall_charts_site_id_sites_id_fk` FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `wall_charts` ADD CONSTRAINT `wall_charts_coffee_id_coffees_id_fk` FOREIGN KEY (`coffee_id`) REFERENCES `coffees`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `wall_charts` ADD CONSTRAINT `wall_charts_changed_by_people_id_fk` FOREIGN KEY (`changed_by`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `standards_place` ON `standards` (`site_id`,`coffee_id`,`brewer_id`);--> statement-breakpoint
CREATE INDEX `standards_batch` ON `standards` (`batch_id`);