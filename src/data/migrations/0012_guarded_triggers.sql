-- The triggers are the set-up account's from now on: the application's own has no right to them, nor to empty or change a table.
DROP TRIGGER IF EXISTS `audit_stays`;
--> statement-breakpoint
DROP TRIGGER IF EXISTS `audit_is_kept`;
--> statement-breakpoint
DROP TRIGGER IF EXISTS `events_stay`;
--> statement-breakpoint
DROP TRIGGER IF EXISTS `events_are_kept`;
--> statement-breakpoint
CREATE TRIGGER `audit_stays` BEFORE UPDATE ON `audit` FOR EACH ROW
IF NOT (
	OLD.`id` = NEW.`id` AND OLD.`at` = NEW.`at` AND OLD.`person_id` <=> NEW.`person_id`
	AND OLD.`action` = NEW.`action` AND OLD.`subject` = NEW.`subject` AND OLD.`subject_id` = NEW.`subject_id`
	AND OLD.`subject` = 'person'
	AND EXISTS (SELECT 1 FROM `people` WHERE `people`.`id` = OLD.`subject_id` AND `people`.`anonymised`)
) THEN SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'the audit trail is only added to'; END IF;
--> statement-breakpoint
CREATE TRIGGER `audit_is_kept` BEFORE DELETE ON `audit` FOR EACH ROW
SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'the audit trail is only added to';
--> statement-breakpoint
CREATE TRIGGER `events_stay` BEFORE UPDATE ON `events` FOR EACH ROW
SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'events are only added to';
--> statement-breakpoint
CREATE TRIGGER `events_are_kept` BEFORE DELETE ON `events` FOR EACH ROW
SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'events are only added to';
