CREATE TABLE `sales` (
	`id` char(36) NOT NULL,
	`site_id` char(36) NOT NULL,
	`coffee_id` char(36),
	`serve` enum('hot','iced') NOT NULL,
	`cup_ml` double NOT NULL,
	`count` smallint NOT NULL,
	`at` datetime(3) NOT NULL,
	`source` enum('tap','till') NOT NULL,
	`undone` boolean NOT NULL DEFAULT false,
	`kept_at` datetime(3) NOT NULL,
	`person_id` char(36),
	CONSTRAINT `sales_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `sales` ADD CONSTRAINT `sales_site_id_sites_id_fk` FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `sales` ADD CONSTRAINT `sales_coffee_id_coffees_id_fk` FOREIGN KEY (`coffee_id`) REFERENCES `coffees`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `sales` ADD CONSTRAINT `sales_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `sales_site` ON `sales` (`site_id`,`at`);--> statement-breakpoint
INSERT INTO `locks` (`name`) VALUES ('bar');--> statement-breakpoint
UPDATE `house` SET `settings` = JSON_MERGE_PATCH('{"hold":{"hotMin":120,"icedMin":480,"leastHotC":60}}', `settings`);
