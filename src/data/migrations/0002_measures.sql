CREATE TABLE `blank_runs` (
	`id` char(36) NOT NULL,
	`brewer_id` char(36) NOT NULL,
	`set_g` double NOT NULL,
	`weighed_g` double NOT NULL,
	`position` smallint NOT NULL,
	CONSTRAINT `blank_runs_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `brewers` ADD `measured_at` datetime(3);--> statement-breakpoint
ALTER TABLE `brewers` ADD `revision` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `coffees` ADD `measured_at` datetime(3);--> statement-breakpoint
ALTER TABLE `coffees` ADD `revision` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `vessels` ADD `empty_g` double;--> statement-breakpoint
ALTER TABLE `vessels` ADD `measured_at` datetime(3);--> statement-breakpoint
ALTER TABLE `vessels` ADD `revision` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `blank_runs` ADD CONSTRAINT `blank_runs_brewer_id_brewers_id_fk` FOREIGN KEY (`brewer_id`) REFERENCES `brewers`(`id`) ON DELETE no action ON UPDATE no action;