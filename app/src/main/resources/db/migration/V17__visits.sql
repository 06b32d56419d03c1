-- What a visit brought: samples and gaps of the mission so far, pages that came damaged and were read again, and how the unit was.
ALTER TABLE capture_read
  ADD COLUMN expected BIGINT NULL,
  ADD COLUMN received BIGINT NULL,
  ADD COLUMN gaps INT NULL,
  ADD COLUMN reread VARCHAR(400) NOT NULL DEFAULT '',
  ADD COLUMN clock_offset_ms BIGINT NULL,
  ADD COLUMN battery INT NULL,
  ADD COLUMN alarmed BOOLEAN NULL,
  ADD COLUMN alarms INT NULL;
CREATE INDEX capture_read_by_time ON capture_read (read_at);
-- The same of the visit that is under way.
ALTER TABLE capture ADD COLUMN reread VARCHAR(400) NOT NULL DEFAULT '', ADD COLUMN battery INT NULL, ADD COLUMN alarmed BOOLEAN NULL;
