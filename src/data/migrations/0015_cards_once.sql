INSERT INTO `locks` (`name`) VALUES ('cards');
