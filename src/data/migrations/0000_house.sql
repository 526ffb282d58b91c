CREATE TABLE `audit` (
	`id` char(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	`person_id` char(36),
	`action` varchar(30) NOT NULL,
	`subject` varchar(30) NOT NULL,
	`subject_id` char(36) NOT NULL,
	`before` json,
	`after` json,
	CONSTRAINT `audit_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `brewers` (
	`id` char(36) NOT NULL,
	`site_id` char(36) NOT NULL,
	`name` varchar(80) NOT NULL,
	`kind` enum('batch','hand') NOT NULL,
	`filter` enum('paper','metal') NOT NULL,
	`basket` json NOT NULL,
	`step_g` double NOT NULL,
	`min_setting_g` double NOT NULL,
	`max_setting_g` double NOT NULL,
	`slope` double NOT NULL,
	`intercept_g` double NOT NULL,
	`dose_max_g` double NOT NULL,
	`preferred_min_g` double,
	`preferred_max_g` double,
	`bed_depth_min_mm` double,
	`bed_depth_max_mm` double,
	`retention_g_per_g` double NOT NULL,
	`drip_drop_c` double NOT NULL,
	`rinse_g` double NOT NULL,
	`position` smallint NOT NULL,
	`removed` boolean NOT NULL DEFAULT false,
	CONSTRAINT `brewers_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `cards` (
	`id` char(36) NOT NULL,
	`site_id` char(36) NOT NULL,
	`draft` boolean NOT NULL,
	`sheet` json NOT NULL,
	`made_by` char(36) NOT NULL,
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `cards_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `coffees` (
	`id` char(36) NOT NULL,
	`name` varchar(80) NOT NULL,
	`character` varchar(80) NOT NULL,
	`density_g_per_ml` double NOT NULL,
	`roasted_on` date NOT NULL,
	`stock_g` double NOT NULL,
	`price_per_kg` int NOT NULL,
	`position` smallint NOT NULL,
	CONSTRAINT `coffees_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `cups` (
	`id` char(36) NOT NULL,
	`volume_ml` smallint NOT NULL,
	`serve` enum('hot','iced') NOT NULL,
	CONSTRAINT `cups_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `grinder_pairs` (
	`id` char(36) NOT NULL,
	`from_grinder_id` char(36) NOT NULL,
	`to_grinder_id` char(36) NOT NULL,
	`from_setting` double NOT NULL,
	`to_setting` double NOT NULL,
	CONSTRAINT `grinder_pairs_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `grinders` (
	`id` char(36) NOT NULL,
	`site_id` char(36) NOT NULL,
	`name` varchar(80) NOT NULL,
	`dial_min` double NOT NULL,
	`dial_max` double NOT NULL,
	`dial_step` double NOT NULL,
	`higher_is` enum('coarser','finer') NOT NULL,
	`purge_g` double NOT NULL,
	`position` smallint NOT NULL,
	CONSTRAINT `grinders_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `house` (
	`id` tinyint NOT NULL,
	`kind` enum('demo','real') NOT NULL,
	`name` varchar(80) NOT NULL,
	`settings` json NOT NULL,
	`bench_revision` int NOT NULL DEFAULT 0,
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `house_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `ice_sources` (
	`id` char(36) NOT NULL,
	`site_id` char(36) NOT NULL,
	`name` varchar(80) NOT NULL,
	`ice_temp_c` double NOT NULL,
	`ice_wet_share` double NOT NULL,
	`heap_g_per_ml` double NOT NULL,
	`position` smallint NOT NULL,
	CONSTRAINT `ice_sources_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `people` (
	`id` char(36) NOT NULL,
	`name` varchar(80) NOT NULL,
	`role` enum('lead','barista','trainee') NOT NULL,
	`pin_hash` varchar(255),
	`public_pin` varchar(20),
	`archived` boolean NOT NULL DEFAULT false,
	`anonymised` boolean NOT NULL DEFAULT false,
	`created_at` datetime(3) NOT NULL,
	`revision` int NOT NULL DEFAULT 1,
	CONSTRAINT `people_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `recipe_versions` (
	`id` char(36) NOT NULL,
	`recipe_id` char(36) NOT NULL,
	`version` smallint NOT NULL,
	`serve` enum('hot','iced') NOT NULL,
	`brewer_id` char(36) NOT NULL,
	`grinder_id` char(36) NOT NULL,
	`coffee_id` char(36) NOT NULL,
	`dial_setting` double NOT NULL,
	`dose_g` double NOT NULL,
	`hot_water_g` double NOT NULL,
	`ice_g` double NOT NULL,
	`water_temp_c` double NOT NULL,
	`bloom_g` double NOT NULL,
	`bloom_s` double NOT NULL,
	`done_s` double NOT NULL,
	`retention_g_per_g` double NOT NULL,
	`weighed_g` double,
	`strength_pct` double,
	CONSTRAINT `recipe_versions_id` PRIMARY KEY(`id`),
	CONSTRAINT `recipe_version` UNIQUE(`recipe_id`,`version`)
);
--> statement-breakpoint
CREATE TABLE `recipes` (
	`id` char(36) NOT NULL,
	`name` varchar(80) NOT NULL,
	`position` smallint NOT NULL,
	CONSTRAINT `recipes_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `sessions` (
	`id` char(36) NOT NULL,
	`token` char(32) NOT NULL,
	`person_id` char(36) NOT NULL,
	`station_id` char(36),
	`expires_at` datetime(3) NOT NULL,
	`created_at` datetime(3) NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	`ip_address` varchar(64),
	`user_agent` varchar(400),
	CONSTRAINT `sessions_id` PRIMARY KEY(`id`),
	CONSTRAINT `sessions_token_unique` UNIQUE(`token`)
);
--> statement-breakpoint
CREATE TABLE `shift_items` (
	`id` char(36) NOT NULL,
	`site_id` char(36) NOT NULL,
	`day` date NOT NULL,
	`card_id` char(36) NOT NULL,
	`batches` smallint NOT NULL,
	`position` smallint NOT NULL,
	CONSTRAINT `shift_items_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `shifts` (
	`site_id` char(36) NOT NULL,
	`day` date NOT NULL,
	`changed_by` char(36) NOT NULL,
	`changed_at` datetime(3) NOT NULL,
	`revision` int NOT NULL DEFAULT 1,
	CONSTRAINT `shifts_site_id_day_pk` PRIMARY KEY(`site_id`,`day`)
);
--> statement-breakpoint
CREATE TABLE `sign_in_tries` (
	`who` varchar(120) NOT NULL,
	`tries` int NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `sign_in_tries_who` PRIMARY KEY(`who`)
);
--> statement-breakpoint
CREATE TABLE `sites` (
	`id` char(36) NOT NULL,
	`name` varchar(80) NOT NULL,
	`altitude_m` smallint NOT NULL,
	`time_zone` varchar(64) NOT NULL,
	`position` smallint NOT NULL,
	CONSTRAINT `sites_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `stations` (
	`id` char(36) NOT NULL,
	`name` varchar(80) NOT NULL,
	`secret_hash` char(64) NOT NULL,
	`made_by` char(36) NOT NULL,
	`created_at` datetime(3) NOT NULL,
	`ended_at` datetime(3),
	CONSTRAINT `stations_id` PRIMARY KEY(`id`),
	CONSTRAINT `stations_secret_hash_unique` UNIQUE(`secret_hash`)
);
--> statement-breakpoint
CREATE TABLE `tokens` (
	`id` char(36) NOT NULL,
	`name` varchar(80) NOT NULL,
	`scope` enum('read','write') NOT NULL,
	`hash` char(64) NOT NULL,
	`made_by` char(36) NOT NULL,
	`created_at` datetime(3) NOT NULL,
	`revoked_at` datetime(3),
	CONSTRAINT `tokens_id` PRIMARY KEY(`id`),
	CONSTRAINT `tokens_hash_unique` UNIQUE(`hash`)
);
--> statement-breakpoint
CREATE TABLE `vessels` (
	`id` char(36) NOT NULL,
	`site_id` char(36) NOT NULL,
	`name` varchar(80) NOT NULL,
	`kind` enum('dispenser','pot','glass','steel') NOT NULL,
	`iced` boolean NOT NULL,
	`brim_g` double NOT NULL,
	`working_g` double NOT NULL,
	`vessel_j_per_k` double NOT NULL,
	`position` smallint NOT NULL,
	CONSTRAINT `vessels_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `audit` ADD CONSTRAINT `audit_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `brewers` ADD CONSTRAINT `brewers_site_id_sites_id_fk` FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `cards` ADD CONSTRAINT `cards_site_id_sites_id_fk` FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `cards` ADD CONSTRAINT `cards_made_by_people_id_fk` FOREIGN KEY (`made_by`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `grinder_pairs` ADD CONSTRAINT `grinder_pairs_from_grinder_id_grinders_id_fk` FOREIGN KEY (`from_grinder_id`) REFERENCES `grinders`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `grinder_pairs` ADD CONSTRAINT `grinder_pairs_to_grinder_id_grinders_id_fk` FOREIGN KEY (`to_grinder_id`) REFERENCES `grinders`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `grinders` ADD CONSTRAINT `grinders_site_id_sites_id_fk` FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `ice_sources` ADD CONSTRAINT `ice_sources_site_id_sites_id_fk` FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `recipe_versions` ADD CONSTRAINT `recipe_versions_recipe_id_recipes_id_fk` FOREIGN KEY (`recipe_id`) REFERENCES `recipes`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `recipe_versions` ADD CONSTRAINT `recipe_versions_brewer_id_brewers_id_fk` FOREIGN KEY (`brewer_id`) REFERENCES `brewers`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `recipe_versions` ADD CONSTRAINT `recipe_versions_grinder_id_grinders_id_fk` FOREIGN KEY (`grinder_id`) REFERENCES `grinders`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `recipe_versions` ADD CONSTRAINT `recipe_versions_coffee_id_coffees_id_fk` FOREIGN KEY (`coffee_id`) REFERENCES `coffees`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `sessions` ADD CONSTRAINT `sessions_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `sessions` ADD CONSTRAINT `sessions_station_id_stations_id_fk` FOREIGN KEY (`station_id`) REFERENCES `stations`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `shift_items` ADD CONSTRAINT `shift_items_site_id_sites_id_fk` FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `shift_items` ADD CONSTRAINT `shift_items_card_id_cards_id_fk` FOREIGN KEY (`card_id`) REFERENCES `cards`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `shifts` ADD CONSTRAINT `shifts_site_id_sites_id_fk` FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `shifts` ADD CONSTRAINT `shifts_changed_by_people_id_fk` FOREIGN KEY (`changed_by`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `stations` ADD CONSTRAINT `stations_made_by_people_id_fk` FOREIGN KEY (`made_by`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `tokens` ADD CONSTRAINT `tokens_made_by_people_id_fk` FOREIGN KEY (`made_by`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `vessels` ADD CONSTRAINT `vessels_site_id_sites_id_fk` FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `audit_at` ON `audit` (`at`);--> statement-breakpoint
CREATE INDEX `audit_subject` ON `audit` (`subject`,`subject_id`);