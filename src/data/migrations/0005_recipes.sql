CREATE TABLE `fits` (
	`brewer_id` char(36) NOT NULL,
	`grinder_id` char(36) NOT NULL,
	`permeability` double NOT NULL,
	`extraction` double NOT NULL,
	`version_id` char(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `fits_brewer_id_grinder_id_pk` PRIMARY KEY(`brewer_id`,`grinder_id`)
);
--> statement-breakpoint
ALTER TABLE `recipe_versions` MODIFY COLUMN `grinder_id` char(36);--> statement-breakpoint
ALTER TABLE `recipe_versions` ADD `state` enum('draft','trial','standard','earlier') NOT NULL;--> statement-breakpoint
ALTER TABLE `recipe_versions` ADD `recipe` json;--> statement-breakpoint
ALTER TABLE `recipe_versions` ADD `made_by` char(36);--> statement-breakpoint
ALTER TABLE `recipe_versions` ADD `at` datetime(3);--> statement-breakpoint
ALTER TABLE `recipe_versions` ADD `revision` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `recipes` ADD `archived` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `fits` ADD CONSTRAINT `fits_brewer_id_brewers_id_fk` FOREIGN KEY (`brewer_id`) REFERENCES `brewers`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `fits` ADD CONSTRAINT `fits_grinder_id_grinders_id_fk` FOREIGN KEY (`grinder_id`) REFERENCES `grinders`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `fits` ADD CONSTRAINT `fits_version_id_recipe_versions_id_fk` FOREIGN KEY (`version_id`) REFERENCES `recipe_versions`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `recipe_versions` ADD CONSTRAINT `recipe_versions_made_by_people_id_fk` FOREIGN KEY (`made_by`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
UPDATE `recipe_versions` SET `state` = 'trial', `at` = NOW(3), `recipe` = JSON_OBJECT('serve', `serve`, 'doseG', `dose_g`, 'doseRangeG', NULL, 'ratioBasis', 'poured', 'waterTempC', `water_temp_c`,
  'dialSetting', `dial_setting`, 'texture', NULL, 'siftLossPct', 0, 'rinsed', TRUE, 'filterNote', '',
  'blooms', FALSE, 'pours', JSON_ARRAY(JSON_OBJECT('toG', `hot_water_g`, 'start', JSON_OBJECT('atS', 0), 'pace', NULL, 'where', 'spiral', 'agitation', 'none')),
  'steps', JSON_ARRAY(), 'press', NULL, 'iceG', `ice_g`, 'dilutionG', 0, 'portions', NULL, 'doneS', `done_s`, 'weighedG', `weighed_g`,
  'strengthPct', `strength_pct`, 'taste', '', 'origin', '', 'services', JSON_ARRAY());--> statement-breakpoint
UPDATE `recipe_versions` SET `recipe` = JSON_SET(`recipe`, '$.blooms', TRUE, '$.pours', JSON_ARRAY(
  JSON_OBJECT('toG', `bloom_g`, 'start', JSON_OBJECT('atS', 0), 'pace', NULL, 'where', 'spiral', 'agitation', 'none'),
  JSON_OBJECT('toG', `hot_water_g`, 'start', JSON_OBJECT('atS', `bloom_s`), 'pace', JSON_OBJECT('byS', `bloom_s` + 0.7 * (`done_s` - `bloom_s`)), 'where', 'spiral', 'agitation', 'none')))
  WHERE `bloom_g` > 0 AND `bloom_g` < `hot_water_g` AND `bloom_s` > 0 AND `done_s` > `bloom_s` AND `brewer_id` IN (SELECT `id` FROM `brewers` WHERE `kind` = 'hand');--> statement-breakpoint
-- A bloom that cannot be a pour, because its times or its brewer do not allow one, is kept in words.
UPDATE `recipe_versions` SET `recipe` = JSON_SET(`recipe`, '$.origin', CONCAT('Bloom: ', `bloom_g`, ' g for ', `bloom_s`, ' s'))
  WHERE `bloom_g` > 0 AND NOT (`bloom_g` < `hot_water_g` AND `bloom_s` > 0 AND `done_s` > `bloom_s` AND `brewer_id` IN (SELECT `id` FROM `brewers` WHERE `kind` = 'hand'));--> statement-breakpoint
UPDATE `recipe_versions` SET `recipe` = JSON_SET(`recipe`, '$.services', JSON_ARRAY('hot')) WHERE `serve` = 'hot';--> statement-breakpoint
UPDATE `recipe_versions` SET `recipe` = JSON_SET(`recipe`, '$.services', JSON_ARRAY('flash')) WHERE `serve` = 'iced';--> statement-breakpoint
ALTER TABLE `recipe_versions` MODIFY COLUMN `recipe` json NOT NULL;--> statement-breakpoint
ALTER TABLE `recipe_versions` MODIFY COLUMN `at` datetime(3) NOT NULL;