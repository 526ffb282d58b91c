-- A line of the audit trail stays as it was written. The one exception: the name of somebody who was
-- anonymised leaves the lines about them.
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
