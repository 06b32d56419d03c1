-- How long records are kept: at sites, of plans, or in general (target 0). Where several apply, the longest.
CREATE TABLE retention_term (
  via VARCHAR(10) NOT NULL,
  target BIGINT NOT NULL,
  months INT NOT NULL,
  set_at BIGINT NOT NULL,
  set_by VARCHAR(60) NOT NULL,
  PRIMARY KEY (via, target)
);

-- A record that one person asked to have removed, and another approved. What was removed stays here, with the archive that was made of it.
CREATE TABLE record_removal (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  mission_id BIGINT NOT NULL UNIQUE REFERENCES mission (id),
  state VARCHAR(10) NOT NULL,
  reason VARCHAR(400) NOT NULL,
  asked_at BIGINT NOT NULL,
  asked_by VARCHAR(60) NOT NULL,
  approved_at BIGINT,
  approved_by VARCHAR(60),
  message VARCHAR(500) NOT NULL DEFAULT '',
  archive VARCHAR(300),
  sha256 CHAR(64),
  removed_at BIGINT,
  KEY record_removal_state (state)
);

-- What was removed is judged no more.
CREATE OR REPLACE SQL SECURITY INVOKER VIEW mission_face AS
  SELECT id, logger_id, spot_id, plan_id, state, counts, written_at, starts_at, ends_at, planned_end, battery_ends_at, first_at, last_at,
    home_at, collected_at, changed_at, judgement IS NOT NULL AND state <> 'REMOVED' AS judged, signed_as IS NOT NULL AS signed
  FROM mission;
