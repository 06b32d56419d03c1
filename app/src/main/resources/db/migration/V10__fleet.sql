-- The newest mission of each logger is found by index; whether anything has changed by one look.
ALTER TABLE mission
  ADD COLUMN changed_at BIGINT NOT NULL DEFAULT 0,
  ADD COLUMN counts BOOLEAN AS (state NOT IN ('DRAFT', 'ABANDONED')) STORED;
CREATE INDEX mission_newest ON mission (counts, logger_id, id);
CREATE INDEX mission_changed ON mission (changed_at);
CREATE INDEX excursion_by_end ON excursion (end_at);

-- When records from there last came home.
ALTER TABLE spot ADD COLUMN read_at BIGINT NULL;
UPDATE spot s SET read_at = (SELECT MAX(r.read_at) FROM capture_read r JOIN mission m ON m.id = r.mission_id
  WHERE m.spot_id = s.id);
