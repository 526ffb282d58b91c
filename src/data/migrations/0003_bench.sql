CREATE TABLE `batches` (
	`id` char(36) NOT NULL,
	`site_id` char(36) NOT NULL,
	`brewer_id` char(36) NOT NULL,
	`filter_id` char(36) NOT NULL,
	`ending` enum('drained','liftedEarly','valveShut') NOT NULL,
	`coffee_id` char(36),
	`vessel_id` char(36),
	`grinder_id` char(36),
	`curve_version` smallint,
	`dial_setting` double,
	`dose_g` double NOT NULL,
	`water_g` double NOT NULL,
	`ice_g` double NOT NULL DEFAULT 0,
	`yield_g` double,
	`brew_time_s` double,
	`strength_pct` double,
	`sampled_at` enum('beforeIce','melted','inGlass'),
	`liked` boolean,
	`note` varchar(400) NOT NULL DEFAULT '',
	`at` datetime(3) NOT NULL,
	`person_id` char(36),
	`removed` boolean NOT NULL DEFAULT false,
	`revision` int NOT NULL DEFAULT 1,
	CONSTRAINT `batches_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `care_done` (
	`id` char(36) NOT NULL,
	`task_id` char(36) NOT NULL,
	`person_id` char(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `care_done_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `care_tasks` (
	`id` char(36) NOT NULL,
	`site_id` char(36) NOT NULL,
	`name` varchar(80) NOT NULL,
	`kind` enum('rinse','soak','descale','burrs','other') NOT NULL,
	`brewer_id` char(36),
	`grinder_id` char(36),
	`every_days` double,
	`every_l` double,
	`every_kg` double,
	`note` varchar(400) NOT NULL DEFAULT '',
	`since` datetime(3) NOT NULL,
	`position` smallint NOT NULL,
	`removed` boolean NOT NULL DEFAULT false,
	`measured_at` datetime(3),
	`revision` int NOT NULL DEFAULT 1,
	CONSTRAINT `care_tasks_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `filters` (
	`id` char(36) NOT NULL,
	`name` varchar(80) NOT NULL,
	`material` enum('paper','metal','cloth') NOT NULL,
	`size` varchar(80) NOT NULL DEFAULT '',
	`grade` varchar(80) NOT NULL DEFAULT '',
	`drag` double NOT NULL DEFAULT 1,
	`water_kept_g` double NOT NULL,
	`facing` varchar(80) NOT NULL DEFAULT '',
	`price_per_100` int,
	`stock` int,
	`position` smallint NOT NULL,
	`removed` boolean NOT NULL DEFAULT false,
	`measured_at` datetime(3),
	`revision` int NOT NULL DEFAULT 1,
	CONSTRAINT `filters_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `grinder_curves` (
	`id` char(36) NOT NULL,
	`grinder_id` char(36) NOT NULL,
	`version` smallint NOT NULL,
	`why` enum('first','newBurrs','recalibrated') NOT NULL,
	`points` json NOT NULL,
	`since` datetime(3) NOT NULL,
	CONSTRAINT `grinder_curves_id` PRIMARY KEY(`id`),
	CONSTRAINT `grinder_curve` UNIQUE(`grinder_id`,`version`)
);
--> statement-breakpoint
CREATE TABLE `proposals` (
	`id` char(36) NOT NULL,
	`site_id` char(36) NOT NULL,
	`person_id` char(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	`measure` json NOT NULL,
	`state` enum('waiting','accepted','declined') NOT NULL DEFAULT 'waiting',
	`decided_by` char(36),
	`decided_at` datetime(3),
	CONSTRAINT `proposals_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `scales` (
	`id` char(36) NOT NULL,
	`site_id` char(36) NOT NULL,
	`name` varchar(80) NOT NULL,
	`capacity_g` double NOT NULL,
	`step_g` double NOT NULL,
	`checked_on` date,
	`check_weight_g` double,
	`check_read_g` double,
	`position` smallint NOT NULL,
	`removed` boolean NOT NULL DEFAULT false,
	`measured_at` datetime(3),
	`revision` int NOT NULL DEFAULT 1,
	CONSTRAINT `scales_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `waters` (
	`id` char(36) NOT NULL,
	`site_id` char(36) NOT NULL,
	`name` varchar(80) NOT NULL,
	`source` varchar(80) NOT NULL DEFAULT '',
	`tested_on` date,
	`hardness_mg_l` double NOT NULL,
	`alkalinity_mg_l` double NOT NULL,
	`solids_mg_l` double,
	`position` smallint NOT NULL,
	`removed` boolean NOT NULL DEFAULT false,
	`measured_at` datetime(3),
	`revision` int NOT NULL DEFAULT 1,
	CONSTRAINT `waters_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `brewers` MODIFY COLUMN `kind` enum('batch','hand','press') NOT NULL;--> statement-breakpoint
ALTER TABLE `coffees` MODIFY COLUMN `roasted_on` date;--> statement-breakpoint
ALTER TABLE `coffees` MODIFY COLUMN `stock_g` double;--> statement-breakpoint
ALTER TABLE `coffees` MODIFY COLUMN `price_per_kg` int;--> statement-breakpoint
ALTER TABLE `brewers` ADD `filter_id` char(36) NOT NULL;--> statement-breakpoint
ALTER TABLE `brewers` ADD `ending` enum('drained','liftedEarly','valveShut') DEFAULT 'drained' NOT NULL;--> statement-breakpoint
ALTER TABLE `brewers` ADD `dose_min_g` double;--> statement-breakpoint
ALTER TABLE `brewers` ADD `retention_from` enum('typed','log') DEFAULT 'typed' NOT NULL;--> statement-breakpoint
ALTER TABLE `brewers` ADD `spray_temp_c` double;--> statement-breakpoint
ALTER TABLE `brewers` ADD `bypass_max_pct` double;--> statement-breakpoint
ALTER TABLE `brewers` ADD `cycle_min` double;--> statement-breakpoint
ALTER TABLE `brewers` ADD `rinse_min` double;--> statement-breakpoint
ALTER TABLE `brewers` ADD `typical` json;--> statement-breakpoint
ALTER TABLE `coffees` ADD `process` varchar(80) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `coffees` ADD `roast_level` enum('light','medium','dark') DEFAULT 'medium' NOT NULL;--> statement-breakpoint
ALTER TABLE `coffees` ADD `low_stock_g` double;--> statement-breakpoint
ALTER TABLE `coffees` ADD `note` varchar(400) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `coffees` ADD `typical` json;--> statement-breakpoint
ALTER TABLE `coffees` ADD `removed` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `cups` ADD `name` varchar(80) NOT NULL;--> statement-breakpoint
ALTER TABLE `cups` ADD `fill_g` double;--> statement-breakpoint
ALTER TABLE `cups` ADD `position` smallint NOT NULL;--> statement-breakpoint
ALTER TABLE `cups` ADD `removed` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `cups` ADD `measured_at` datetime(3);--> statement-breakpoint
ALTER TABLE `cups` ADD `revision` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `grinders` ADD `rule_units` double;--> statement-breakpoint
ALTER TABLE `grinders` ADD `rule_iced_units` double;--> statement-breakpoint
ALTER TABLE `grinders` ADD `typical` json;--> statement-breakpoint
ALTER TABLE `grinders` ADD `removed` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `grinders` ADD `measured_at` datetime(3);--> statement-breakpoint
ALTER TABLE `grinders` ADD `revision` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `house` ADD `revision` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `ice_sources` ADD `kg_per_day` double;--> statement-breakpoint
ALTER TABLE `ice_sources` ADD `store_kg` double;--> statement-breakpoint
ALTER TABLE `ice_sources` ADD `piece_mm` double;--> statement-breakpoint
ALTER TABLE `ice_sources` ADD `removed` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `ice_sources` ADD `measured_at` datetime(3);--> statement-breakpoint
ALTER TABLE `ice_sources` ADD `revision` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `sites` ADD `currency` char(3) DEFAULT 'GBP' NOT NULL;--> statement-breakpoint
ALTER TABLE `sites` ADD `removed` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `sites` ADD `measured_at` datetime(3);--> statement-breakpoint
ALTER TABLE `sites` ADD `revision` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `vessels` ADD `hold_min` double;--> statement-breakpoint
ALTER TABLE `vessels` ADD `plate` enum('none','off','low','on') DEFAULT 'none' NOT NULL;--> statement-breakpoint
ALTER TABLE `vessels` ADD `evaporation_g_per_h` double;--> statement-breakpoint
ALTER TABLE `vessels` ADD `typical` json;--> statement-breakpoint
ALTER TABLE `vessels` ADD `removed` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `batches` ADD CONSTRAINT `batches_site_id_sites_id_fk` FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `batches` ADD CONSTRAINT `batches_brewer_id_brewers_id_fk` FOREIGN KEY (`brewer_id`) REFERENCES `brewers`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `batches` ADD CONSTRAINT `batches_filter_id_filters_id_fk` FOREIGN KEY (`filter_id`) REFERENCES `filters`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `batches` ADD CONSTRAINT `batches_coffee_id_coffees_id_fk` FOREIGN KEY (`coffee_id`) REFERENCES `coffees`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `batches` ADD CONSTRAINT `batches_vessel_id_vessels_id_fk` FOREIGN KEY (`vessel_id`) REFERENCES `vessels`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `batches` ADD CONSTRAINT `batches_grinder_id_grinders_id_fk` FOREIGN KEY (`grinder_id`) REFERENCES `grinders`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `batches` ADD CONSTRAINT `batches_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `care_done` ADD CONSTRAINT `care_done_task_id_care_tasks_id_fk` FOREIGN KEY (`task_id`) REFERENCES `care_tasks`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `care_done` ADD CONSTRAINT `care_done_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `care_tasks` ADD CONSTRAINT `care_tasks_site_id_sites_id_fk` FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `care_tasks` ADD CONSTRAINT `care_tasks_brewer_id_brewers_id_fk` FOREIGN KEY (`brewer_id`) REFERENCES `brewers`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `care_tasks` ADD CONSTRAINT `care_tasks_grinder_id_grinders_id_fk` FOREIGN KEY (`grinder_id`) REFERENCES `grinders`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `grinder_curves` ADD CONSTRAINT `grinder_curves_grinder_id_grinders_id_fk` FOREIGN KEY (`grinder_id`) REFERENCES `grinders`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `proposals` ADD CONSTRAINT `proposals_site_id_sites_id_fk` FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `proposals` ADD CONSTRAINT `proposals_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `proposals` ADD CONSTRAINT `proposals_decided_by_people_id_fk` FOREIGN KEY (`decided_by`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `scales` ADD CONSTRAINT `scales_site_id_sites_id_fk` FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `waters` ADD CONSTRAINT `waters_site_id_sites_id_fk` FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `batches_site` ON `batches` (`site_id`,`at`);--> statement-breakpoint
CREATE INDEX `batches_brewer` ON `batches` (`brewer_id`,`filter_id`,`ending`,`at`);--> statement-breakpoint
CREATE INDEX `batches_grinder` ON `batches` (`grinder_id`,`at`);--> statement-breakpoint
CREATE INDEX `care_done_at` ON `care_done` (`task_id`,`at`);--> statement-breakpoint
CREATE INDEX `proposals_site` ON `proposals` (`site_id`,`state`);--> statement-breakpoint
INSERT INTO `filters` (`id`, `name`, `material`, `water_kept_g`, `position`)
SELECT UUID(), 'paper filter', 'paper', 12, 0 FROM `house` UNION ALL SELECT UUID(), 'metal filter', 'metal', 1, 1 FROM `house`;
--> statement-breakpoint
UPDATE `brewers` SET `filter_id` = (SELECT `id` FROM `filters` WHERE `filters`.`material` = `brewers`.`filter`);
--> statement-breakpoint
UPDATE `cups` SET `name` = CONCAT(`volume_ml`, ' ml ', `serve`), `position` = `volume_ml`;
--> statement-breakpoint
INSERT INTO `batches` (`id`, `site_id`, `brewer_id`, `filter_id`, `ending`, `dose_g`, `water_g`, `yield_g`, `at`)
SELECT `r`.`id`, `b`.`site_id`, `b`.`id`, `b`.`filter_id`, 'drained', JSON_VALUE(`r`.`figures`, '$.doseG'), JSON_VALUE(`r`.`figures`, '$.waterG'), JSON_VALUE(`r`.`figures`, '$.yieldG'), COALESCE(`b`.`measured_at`, NOW(3))
FROM `readings` AS `r` JOIN `brewers` AS `b` ON `b`.`id` = `r`.`owner_id` WHERE `r`.`kind` = 'brewedPot';
--> statement-breakpoint
DELETE FROM `readings` WHERE `kind` = 'brewedPot';
--> statement-breakpoint
UPDATE `readings` SET `figures` = JSON_MERGE_PATCH(`figures`, '{"cold":0}') WHERE `kind` = 'blankRun';
--> statement-breakpoint
UPDATE `house` SET `settings` = JSON_MERGE_PATCH('{"units":{"mass":"g","temp":"°C","ratio":"1:n"},"rounding":{"doseUp":false},"bedDepthMm":[20,50],"brewTimeS":{"batch":[240,390],"smallBatch":[180,330],"hand":[165,240],"icedHand":[120,195]},"icedSchool":"inside","rule":{"unitsPerDoubling":1.5,"icedUnits":1},"doseTrimPct":0}', `settings`);
--> statement-breakpoint
ALTER TABLE `brewers` ADD CONSTRAINT `brewers_filter_id_filters_id_fk` FOREIGN KEY (`filter_id`) REFERENCES `filters`(`id`) ON DELETE no action ON UPDATE no action;