-- The newest mission of each logger and the last visit to each spot are found by index; whether anything has changed by one look.
ALTER TABLE mission
  ADD COLUMN read_at BIGINT NULL,
  ADD COLUMN changed_at BIGINT NOT NULL DEFAULT 0,
  ADD COLUMN counts BOOLEAN AS (state NOT IN ('DRAFT', 'ABANDONED')) STORED;
UPDATE mission m SET read_at = (SELECT MAX(r.read_at) FROM capture_read r WHERE r.mission_id = m.id);
CREATE INDEX mission_newest ON mission (counts, logger_id, id);
CREATE INDEX mission_read ON mission (spot_id, read_at);
CREATE INDEX mission_changed ON mission (changed_at);
CREATE INDEX excursion_by_end ON excursion (end_at);
