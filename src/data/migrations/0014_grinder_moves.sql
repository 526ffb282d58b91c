ALTER TABLE `fits` ADD `moves` json;--> statement-breakpoint
UPDATE `house` SET `settings` = JSON_MERGE_PATCH('{"brewTimeS":{"afterSpray":65,"sprayWithinPct":20}}', `settings`);