ALTER TABLE `recipe_versions` DROP COLUMN `serve`;--> statement-breakpoint
ALTER TABLE `recipe_versions` DROP COLUMN `dial_setting`;--> statement-breakpoint
ALTER TABLE `recipe_versions` DROP COLUMN `dose_g`;--> statement-breakpoint
ALTER TABLE `recipe_versions` DROP COLUMN `hot_water_g`;--> statement-breakpoint
ALTER TABLE `recipe_versions` DROP COLUMN `ice_g`;--> statement-breakpoint
ALTER TABLE `recipe_versions` DROP COLUMN `water_temp_c`;--> statement-breakpoint
ALTER TABLE `recipe_versions` DROP COLUMN `bloom_g`;--> statement-breakpoint
ALTER TABLE `recipe_versions` DROP COLUMN `bloom_s`;--> statement-breakpoint
ALTER TABLE `recipe_versions` DROP COLUMN `done_s`;--> statement-breakpoint
ALTER TABLE `recipe_versions` DROP COLUMN `weighed_g`;--> statement-breakpoint
ALTER TABLE `recipe_versions` DROP COLUMN `strength_pct`;