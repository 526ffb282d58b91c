CREATE TABLE `events` (
	`site_id` char(36) NOT NULL,
	`n` bigint NOT NULL,
	`id` char(36) NOT NULL,
	`kind` varchar(30) NOT NULL,
	`at` datetime(3) NOT NULL,
	`kept_at` datetime(3) NOT NULL,
	`person_id` char(36),
	`details` json NOT NULL,
	CONSTRAINT `events_site_id_n_pk` PRIMARY KEY(`site_id`,`n`),
	CONSTRAINT `events_id_unique` UNIQUE(`id`)
);
--> statement-breakpoint
CREATE TABLE `site_seq` (
	`site_id` char(36) NOT NULL,
	`n` bigint NOT NULL DEFAULT 0,
	CONSTRAINT `site_seq_site_id` PRIMARY KEY(`site_id`)
);
--> statement-breakpoint
CREATE TABLE `bench_revisions` (
	`part` enum('equipment','recipes','learned') NOT NULL,
	`n` int NOT NULL DEFAULT 0,
	CONSTRAINT `bench_revisions_part` PRIMARY KEY(`part`)
);
--> statement-breakpoint
INSERT INTO `bench_revisions` (`part`, `n`) VALUES ('equipment', (SELECT COALESCE(MAX(`bench_revision`), 0) FROM `house`)), ('recipes', 0), ('learned', 0);
--> statement-breakpoint
CREATE TABLE `jobs` (
	`id` char(36) NOT NULL,
	`kind` varchar(30) NOT NULL,
	`waits_as` varchar(120),
	`request` json NOT NULL,
	`person_id` char(36),
	`asked_at` datetime(3) NOT NULL,
	`state` enum('waiting','taken','done','stuck') NOT NULL DEFAULT 'waiting',
	`due_at` datetime(3) NOT NULL,
	`tries` smallint NOT NULL DEFAULT 0,
	`taken_by` char(36),
	`taken_until` datetime(3),
	`answer` json,
	`trouble` varchar(400),
	`ended_at` datetime(3),
	CONSTRAINT `jobs_id` PRIMARY KEY(`id`),
	CONSTRAINT `jobs_waits_as_unique` UNIQUE(`waits_as`)
);
--> statement-breakpoint
ALTER TABLE `events` ADD CONSTRAINT `events_site_id_sites_id_fk` FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `events` ADD CONSTRAINT `events_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `site_seq` ADD CONSTRAINT `site_seq_site_id_sites_id_fk` FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `jobs` ADD CONSTRAINT `jobs_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `events_at` ON `events` (`site_id`,`at`);--> statement-breakpoint
CREATE INDEX `jobs_due` ON `jobs` (`state`,`due_at`);--> statement-breakpoint
ALTER TABLE `house` DROP COLUMN `bench_revision`;--> statement-breakpoint
CREATE TRIGGER `events_stay` BEFORE UPDATE ON `events` FOR EACH ROW
SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'events are only added to';
--> statement-breakpoint
CREATE TRIGGER `events_are_kept` BEFORE DELETE ON `events` FOR EACH ROW
SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'events are only added to';
