ALTER TABLE `brewers` ADD `beside_drop_c` double;--> statement-breakpoint
ALTER TABLE `ice_sources` ADD `other_share` double DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `shifts` ADD `ice` json;--> statement-breakpoint
ALTER TABLE `vessels` ADD `bath_w_per_k` double;--> statement-breakpoint
-- Cold water's temperature joins the settings, with the usual one, under whatever a house has.
UPDATE `house` SET `settings` = JSON_MERGE_PATCH('{"coldWaterC":12}', `settings`);
