CREATE TABLE `readings` (
	`id` char(36) NOT NULL,
	`kind` varchar(20) NOT NULL,
	`owner_id` char(36) NOT NULL,
	`figures` json NOT NULL,
	`position` smallint NOT NULL,
	CONSTRAINT `readings_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `brewers` ADD `measured_at` datetime(3);--> statement-breakpoint
ALTER TABLE `brewers` ADD `revision` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `coffees` ADD `measured_at` datetime(3);--> statement-breakpoint
ALTER TABLE `coffees` ADD `revision` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `vessels` ADD `empty_g` double;--> statement-breakpoint
ALTER TABLE `vessels` ADD `cooling_per_s` double;--> statement-breakpoint
ALTER TABLE `vessels` ADD `measured_at` datetime(3);--> statement-breakpoint
ALTER TABLE `vessels` ADD `revision` int DEFAULT 1 NOT NULL;--> statement-breakpoint
CREATE INDEX `readings_owner` ON `readings` (`owner_id`,`kind`);