ALTER TABLE `batches` ADD `bed` enum('flat','uneven','sloped','cratered','domed','coneShaped');--> statement-breakpoint
ALTER TABLE `batches` ADD `wall` enum('clean','some','high');--> statement-breakpoint
ALTER TABLE `batches` ADD `taste` json DEFAULT ('[]') NOT NULL;