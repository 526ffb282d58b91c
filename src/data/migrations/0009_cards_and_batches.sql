CREATE TABLE `locks` (
	`name` varchar(20) NOT NULL,
	`turn` int NOT NULL DEFAULT 0,
	CONSTRAINT `locks_name` PRIMARY KEY(`name`)
);
--> statement-breakpoint
INSERT INTO `locks` (`name`) VALUES ('people'), ('recipes'), ('standards');--> statement-breakpoint
ALTER TABLE `batches` ADD `card_id` char(36);--> statement-breakpoint
ALTER TABLE `batches` ADD `recipe_version_id` char(36);--> statement-breakpoint
ALTER TABLE `batches` ADD `method` enum('onIce','beside','overGlass','withWater','bath','steep');--> statement-breakpoint
ALTER TABLE `brewers` ADD `live_name` varchar(80) GENERATED ALWAYS AS (IF(`removed`, NULL, `name`)) VIRTUAL;--> statement-breakpoint
ALTER TABLE `cards` ADD `recipe_version_id` char(36);--> statement-breakpoint
ALTER TABLE `cards` ADD `brewer_id` char(36);--> statement-breakpoint
ALTER TABLE `cards` ADD `grinder_id` char(36);--> statement-breakpoint
ALTER TABLE `cards` ADD `coffee_id` char(36);--> statement-breakpoint
ALTER TABLE `cards` ADD `vessel_id` char(36);--> statement-breakpoint
ALTER TABLE `cards` ADD `serve` enum('hot','iced');--> statement-breakpoint
ALTER TABLE `cards` ADD `method` enum('onIce','beside','overGlass','withWater','bath','steep');--> statement-breakpoint
ALTER TABLE `cards` ADD `size_g` double;--> statement-breakpoint
ALTER TABLE `cards` ADD `dial_by` enum('source','rule','contact','extraction','learned','standard','hand');--> statement-breakpoint
ALTER TABLE `cards` ADD `revision` int DEFAULT 1 NOT NULL;--> statement-breakpoint
-- A card's columns are what its sheet says.
UPDATE `cards` SET
  `recipe_version_id` = JSON_VALUE(`sheet`, '$.madeWith.recipeVersionId'),
  `brewer_id` = JSON_VALUE(`sheet`, '$.madeWith.brewerId'),
  `grinder_id` = JSON_VALUE(`sheet`, '$.madeWith.grinderId'),
  `coffee_id` = JSON_VALUE(`sheet`, '$.madeWith.coffeeId'),
  `vessel_id` = JSON_VALUE(`sheet`, '$.madeWith.vesselId'),
  `serve` = JSON_VALUE(`sheet`, '$.input.serve'),
  `method` = IF(JSON_VALUE(`sheet`, '$.input.serve') = 'iced', COALESCE(JSON_VALUE(`sheet`, '$.iced.service.method'), 'onIce'), NULL),
  `size_g` = JSON_VALUE(`sheet`, '$.result.rounded.yieldG'),
  `dial_by` = IF(JSON_EXISTS(`sheet`, '$.dial'), COALESCE(JSON_VALUE(`sheet`, '$.dial.by'), 'rule'), NULL);--> statement-breakpoint
ALTER TABLE `cards` MODIFY COLUMN `recipe_version_id` char(36) NOT NULL;--> statement-breakpoint
ALTER TABLE `cards` MODIFY COLUMN `brewer_id` char(36) NOT NULL;--> statement-breakpoint
ALTER TABLE `cards` MODIFY COLUMN `grinder_id` char(36) NOT NULL;--> statement-breakpoint
ALTER TABLE `cards` MODIFY COLUMN `coffee_id` char(36) NOT NULL;--> statement-breakpoint
ALTER TABLE `cards` MODIFY COLUMN `vessel_id` char(36) NOT NULL;--> statement-breakpoint
ALTER TABLE `cards` MODIFY COLUMN `serve` enum('hot','iced') NOT NULL;--> statement-breakpoint
ALTER TABLE `cards` MODIFY COLUMN `size_g` double NOT NULL;--> statement-breakpoint
-- Until now a batch did not say how it was iced: with ice it counted as brewed onto it.
UPDATE `batches` SET `method` = 'onIce' WHERE `ice_g` > 0;--> statement-breakpoint
ALTER TABLE `care_tasks` ADD `live_name` varchar(80) GENERATED ALWAYS AS (IF(`removed`, NULL, `name`)) VIRTUAL;--> statement-breakpoint
ALTER TABLE `coffees` ADD `live_name` varchar(80) GENERATED ALWAYS AS (IF(`removed`, NULL, `name`)) VIRTUAL;--> statement-breakpoint
ALTER TABLE `cups` ADD `live_name` varchar(80) GENERATED ALWAYS AS (IF(`removed`, NULL, `name`)) VIRTUAL;--> statement-breakpoint
ALTER TABLE `filters` ADD `live_name` varchar(80) GENERATED ALWAYS AS (IF(`removed`, NULL, `name`)) VIRTUAL;--> statement-breakpoint
ALTER TABLE `grinders` ADD `live_name` varchar(80) GENERATED ALWAYS AS (IF(`removed`, NULL, `name`)) VIRTUAL;--> statement-breakpoint
ALTER TABLE `ice_sources` ADD `live_name` varchar(80) GENERATED ALWAYS AS (IF(`removed`, NULL, `name`)) VIRTUAL;--> statement-breakpoint
ALTER TABLE `people` ADD `live_name` varchar(80) GENERATED ALWAYS AS (IF(`archived`, NULL, `name`)) VIRTUAL;--> statement-breakpoint
ALTER TABLE `scales` ADD `live_name` varchar(80) GENERATED ALWAYS AS (IF(`removed`, NULL, `name`)) VIRTUAL;--> statement-breakpoint
ALTER TABLE `sites` ADD `live_name` varchar(80) GENERATED ALWAYS AS (IF(`removed`, NULL, `name`)) VIRTUAL;--> statement-breakpoint
ALTER TABLE `standards` ADD `method` enum('onIce','beside','overGlass','withWater','bath','steep');--> statement-breakpoint
UPDATE `standards` SET `method` = 'onIce' WHERE `serve` = 'iced';--> statement-breakpoint
ALTER TABLE `vessels` ADD `live_name` varchar(80) GENERATED ALWAYS AS (IF(`removed`, NULL, `name`)) VIRTUAL;--> statement-breakpoint
ALTER TABLE `waters` ADD `live_name` varchar(80) GENERATED ALWAYS AS (IF(`removed`, NULL, `name`)) VIRTUAL;--> statement-breakpoint
-- Two that were given one name in the same moment: the later one says which it is.
UPDATE `brewers` AS `a` JOIN (SELECT `id`, ROW_NUMBER() OVER (PARTITION BY `site_id`, `name` ORDER BY `position`, `id`) AS `nth` FROM `brewers` WHERE NOT `removed`) AS `b` ON `b`.`id` = `a`.`id` SET `a`.`name` = CONCAT(LEFT(`a`.`name`, 70), ' ', RIGHT(`a`.`id`, 8)) WHERE `b`.`nth` > 1;--> statement-breakpoint
UPDATE `care_tasks` AS `a` JOIN (SELECT `id`, ROW_NUMBER() OVER (PARTITION BY `site_id`, `name` ORDER BY `position`, `id`) AS `nth` FROM `care_tasks` WHERE NOT `removed`) AS `b` ON `b`.`id` = `a`.`id` SET `a`.`name` = CONCAT(LEFT(`a`.`name`, 70), ' ', RIGHT(`a`.`id`, 8)) WHERE `b`.`nth` > 1;--> statement-breakpoint
UPDATE `coffees` AS `a` JOIN (SELECT `id`, ROW_NUMBER() OVER (PARTITION BY `name` ORDER BY `position`, `id`) AS `nth` FROM `coffees` WHERE NOT `removed`) AS `b` ON `b`.`id` = `a`.`id` SET `a`.`name` = CONCAT(LEFT(`a`.`name`, 70), ' ', RIGHT(`a`.`id`, 8)) WHERE `b`.`nth` > 1;--> statement-breakpoint
UPDATE `cups` AS `a` JOIN (SELECT `id`, ROW_NUMBER() OVER (PARTITION BY `name` ORDER BY `position`, `id`) AS `nth` FROM `cups` WHERE NOT `removed`) AS `b` ON `b`.`id` = `a`.`id` SET `a`.`name` = CONCAT(LEFT(`a`.`name`, 70), ' ', RIGHT(`a`.`id`, 8)) WHERE `b`.`nth` > 1;--> statement-breakpoint
UPDATE `filters` AS `a` JOIN (SELECT `id`, ROW_NUMBER() OVER (PARTITION BY `name` ORDER BY `position`, `id`) AS `nth` FROM `filters` WHERE NOT `removed`) AS `b` ON `b`.`id` = `a`.`id` SET `a`.`name` = CONCAT(LEFT(`a`.`name`, 70), ' ', RIGHT(`a`.`id`, 8)) WHERE `b`.`nth` > 1;--> statement-breakpoint
UPDATE `grinders` AS `a` JOIN (SELECT `id`, ROW_NUMBER() OVER (PARTITION BY `site_id`, `name` ORDER BY `position`, `id`) AS `nth` FROM `grinders` WHERE NOT `removed`) AS `b` ON `b`.`id` = `a`.`id` SET `a`.`name` = CONCAT(LEFT(`a`.`name`, 70), ' ', RIGHT(`a`.`id`, 8)) WHERE `b`.`nth` > 1;--> statement-breakpoint
UPDATE `ice_sources` AS `a` JOIN (SELECT `id`, ROW_NUMBER() OVER (PARTITION BY `site_id`, `name` ORDER BY `position`, `id`) AS `nth` FROM `ice_sources` WHERE NOT `removed`) AS `b` ON `b`.`id` = `a`.`id` SET `a`.`name` = CONCAT(LEFT(`a`.`name`, 70), ' ', RIGHT(`a`.`id`, 8)) WHERE `b`.`nth` > 1;--> statement-breakpoint
UPDATE `scales` AS `a` JOIN (SELECT `id`, ROW_NUMBER() OVER (PARTITION BY `site_id`, `name` ORDER BY `position`, `id`) AS `nth` FROM `scales` WHERE NOT `removed`) AS `b` ON `b`.`id` = `a`.`id` SET `a`.`name` = CONCAT(LEFT(`a`.`name`, 70), ' ', RIGHT(`a`.`id`, 8)) WHERE `b`.`nth` > 1;--> statement-breakpoint
UPDATE `sites` AS `a` JOIN (SELECT `id`, ROW_NUMBER() OVER (PARTITION BY `name` ORDER BY `position`, `id`) AS `nth` FROM `sites` WHERE NOT `removed`) AS `b` ON `b`.`id` = `a`.`id` SET `a`.`name` = CONCAT(LEFT(`a`.`name`, 70), ' ', RIGHT(`a`.`id`, 8)) WHERE `b`.`nth` > 1;--> statement-breakpoint
UPDATE `vessels` AS `a` JOIN (SELECT `id`, ROW_NUMBER() OVER (PARTITION BY `site_id`, `name` ORDER BY `position`, `id`) AS `nth` FROM `vessels` WHERE NOT `removed`) AS `b` ON `b`.`id` = `a`.`id` SET `a`.`name` = CONCAT(LEFT(`a`.`name`, 70), ' ', RIGHT(`a`.`id`, 8)) WHERE `b`.`nth` > 1;--> statement-breakpoint
UPDATE `waters` AS `a` JOIN (SELECT `id`, ROW_NUMBER() OVER (PARTITION BY `site_id`, `name` ORDER BY `position`, `id`) AS `nth` FROM `waters` WHERE NOT `removed`) AS `b` ON `b`.`id` = `a`.`id` SET `a`.`name` = CONCAT(LEFT(`a`.`name`, 70), ' ', RIGHT(`a`.`id`, 8)) WHERE `b`.`nth` > 1;--> statement-breakpoint
UPDATE `recipes` AS `a` JOIN (SELECT `id`, ROW_NUMBER() OVER (PARTITION BY `name` ORDER BY `position`, `id`) AS `nth` FROM `recipes`) AS `b` ON `b`.`id` = `a`.`id` SET `a`.`name` = CONCAT(LEFT(`a`.`name`, 70), ' ', RIGHT(`a`.`id`, 8)) WHERE `b`.`nth` > 1;--> statement-breakpoint
UPDATE `people` AS `a` JOIN (SELECT `id`, ROW_NUMBER() OVER (PARTITION BY `name` ORDER BY `created_at`, `id`) AS `nth` FROM `people` WHERE NOT `archived`) AS `b` ON `b`.`id` = `a`.`id` SET `a`.`name` = CONCAT(LEFT(`a`.`name`, 70), ' ', RIGHT(`a`.`id`, 8)) WHERE `b`.`nth` > 1;--> statement-breakpoint
ALTER TABLE `brewers` ADD CONSTRAINT `brewers_name` UNIQUE(`site_id`,`live_name`);--> statement-breakpoint
ALTER TABLE `care_tasks` ADD CONSTRAINT `care_tasks_name` UNIQUE(`site_id`,`live_name`);--> statement-breakpoint
ALTER TABLE `coffees` ADD CONSTRAINT `coffees_name` UNIQUE(`live_name`);--> statement-breakpoint
ALTER TABLE `cups` ADD CONSTRAINT `cups_name` UNIQUE(`live_name`);--> statement-breakpoint
ALTER TABLE `filters` ADD CONSTRAINT `filters_name` UNIQUE(`live_name`);--> statement-breakpoint
ALTER TABLE `grinders` ADD CONSTRAINT `grinders_name` UNIQUE(`site_id`,`live_name`);--> statement-breakpoint
ALTER TABLE `ice_sources` ADD CONSTRAINT `ice_sources_name` UNIQUE(`site_id`,`live_name`);--> statement-breakpoint
ALTER TABLE `people` ADD CONSTRAINT `people_name` UNIQUE(`live_name`);--> statement-breakpoint
ALTER TABLE `recipes` ADD CONSTRAINT `recipes_name` UNIQUE(`name`);--> statement-breakpoint
ALTER TABLE `scales` ADD CONSTRAINT `scales_name` UNIQUE(`site_id`,`live_name`);--> statement-breakpoint
ALTER TABLE `sites` ADD CONSTRAINT `sites_name` UNIQUE(`live_name`);--> statement-breakpoint
ALTER TABLE `vessels` ADD CONSTRAINT `vessels_name` UNIQUE(`site_id`,`live_name`);--> statement-breakpoint
ALTER TABLE `waters` ADD CONSTRAINT `waters_name` UNIQUE(`site_id`,`live_name`);--> statement-breakpoint
ALTER TABLE `batches` ADD CONSTRAINT `batches_card_id_cards_id_fk` FOREIGN KEY (`card_id`) REFERENCES `cards`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `cards_site` ON `cards` (`site_id`,`created_at`);--> statement-breakpoint
CREATE INDEX `cards_recipe` ON `cards` (`recipe_version_id`);--> statement-breakpoint
CREATE INDEX `cards_place` ON `cards` (`site_id`,`coffee_id`,`brewer_id`);--> statement-breakpoint
CREATE INDEX `cards_grinder` ON `cards` (`site_id`,`grinder_id`,`dial_by`);