CREATE TABLE `limits` (
	`key` varchar(255) NOT NULL,
	`points` int NOT NULL DEFAULT 0,
	`expire` bigint unsigned,
	CONSTRAINT `limits_key` PRIMARY KEY(`key`)
);
--> statement-breakpoint
-- Wrong PINs go on counting for the day that they counted.
INSERT INTO `limits` SELECT CONCAT('tries:', SUBSTRING(`who`, 8)), `tries`, TIMESTAMPDIFF(MICROSECOND, '1970-01-01', `at`) DIV 1000 + 86400000
FROM `sign_in_tries` WHERE `who` LIKE 'person %';
--> statement-breakpoint
DROP TABLE `sign_in_tries`;
--> statement-breakpoint
ALTER TABLE `sessions` CHANGE `token` `token_hash` char(64) NOT NULL;
--> statement-breakpoint
ALTER TABLE `sessions` RENAME INDEX `sessions_token_unique` TO `sessions_token_hash_unique`;
--> statement-breakpoint
UPDATE `sessions` SET `token_hash` = SHA2(`token_hash`, 256);
