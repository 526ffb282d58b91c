CREATE TABLE `day_plans` (
	`site_id` char(36) NOT NULL,
	`day` date NOT NULL,
	`changes` json NOT NULL,
	`changed_by` char(36) NOT NULL,
	`changed_at` datetime(3) NOT NULL,
	`revision` int NOT NULL DEFAULT 1,
	CONSTRAINT `day_plans_site_id_day_pk` PRIMARY KEY(`site_id`,`day`)
);
--> statement-breakpoint
CREATE TABLE `site_plans` (
	`site_id` char(36) NOT NULL,
	`plan` json NOT NULL,
	`changed_by` char(36) NOT NULL,
	`changed_at` datetime(3) NOT NULL,
	`revision` int NOT NULL DEFAULT 1,
	CONSTRAINT `site_plans_site_id` PRIMARY KEY(`site_id`)
);
--> statement-breakpoint
ALTER TABLE `day_plans` ADD CONSTRAINT `day_plans_site_id_sites_id_fk` FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `day_plans` ADD CONSTRAINT `day_plans_changed_by_people_id_fk` FOREIGN KEY (`changed_by`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `site_plans` ADD CONSTRAINT `site_plans_site_id_sites_id_fk` FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `site_plans` ADD CONSTRAINT `site_plans_changed_by_people_id_fk` FOREIGN KEY (`changed_by`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `sales_kept` ON `sales` (`site_id`,`kept_at`);