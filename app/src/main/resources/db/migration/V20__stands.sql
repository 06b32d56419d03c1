-- which logger a station is, so that it is known while it is silent
ALTER TABLE station ADD COLUMN serial VARCHAR(40) NOT NULL DEFAULT '';
-- since when an alarm is seen, and when records last came home: the one settles the other
ALTER TABLE logger ADD COLUMN alarmed_at BIGINT NULL;
ALTER TABLE mission ADD COLUMN home_at BIGINT NULL;
UPDATE mission SET home_at = collected_at;
-- given up, not in stock
ALTER TABLE logger ADD COLUMN lost BOOLEAN NOT NULL DEFAULT FALSE;
