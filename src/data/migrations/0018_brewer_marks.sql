ALTER TABLE `brewers` ADD `marks` enum('litres','fluidOunces','cups') DEFAULT 'litres' NOT NULL;--> statement-breakpoint
ALTER TABLE `brewers` ADD `cup_mark_g` double;--> statement-breakpoint
ALTER TABLE `brewers` ADD `flow_switch` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `grinders` ADD `home_legend` boolean DEFAULT false NOT NULL;