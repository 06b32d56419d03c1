-- when something was last collected follows the logger that lies somewhere, not the spot that another has left
ALTER TABLE logger ADD COLUMN read_at BIGINT NULL;
UPDATE logger g SET read_at = (SELECT MAX(m.home_at) FROM mission m WHERE m.logger_id = g.id);
ALTER TABLE spot DROP COLUMN read_at;

-- what a logger was written with otherwise than its spot wants it, when it was placed
ALTER TABLE placement ADD COLUMN misfit VARCHAR(500) NOT NULL DEFAULT '';

-- who is told of calibrations that are due is told of those that have lapsed, too
UPDATE web_hook SET kinds = CONCAT(kinds, ' CALIBRATION_LAPSED') WHERE kinds LIKE '%CALIBRATION_DUE%';
