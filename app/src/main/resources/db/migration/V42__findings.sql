-- What people make of departures, and of what a logger shows about itself.
CREATE TABLE cause (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(120) NOT NULL UNIQUE,
  retired BOOLEAN NOT NULL DEFAULT FALSE
);

-- kind: DEPARTURE, CLOCK, ALARM, BATTERY or PAGES; state: OPEN, ACKNOWLEDGED, CLOSED, WITHDRAWN or MERGED.
-- What stands from lead_channel to missions sums up its parts.
CREATE TABLE finding (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  kind VARCHAR(12) NOT NULL,
  state VARCHAR(12) NOT NULL,
  severity TINYINT NOT NULL,
  latched BOOLEAN NOT NULL DEFAULT FALSE,
  told VARCHAR(400) NOT NULL DEFAULT '',
  lead_channel VARCHAR(120) NOT NULL DEFAULT '',
  lead_direction VARCHAR(8) NOT NULL DEFAULT '',
  lead_unit VARCHAR(20) NOT NULL DEFAULT '',
  lead_limit DOUBLE NULL,
  lead_peak DOUBLE NULL,
  from_at BIGINT NOT NULL,
  to_at BIGINT NOT NULL,
  parts INT NOT NULL DEFAULT 0,
  missions INT NOT NULL DEFAULT 1,
  mission_id BIGINT NOT NULL REFERENCES mission (id),
  logger_id BIGINT NOT NULL,
  site_id BIGINT NULL,
  spot_id BIGINT NULL,
  owner VARCHAR(60) NULL,
  due_on DATE NULL,
  cause_id BIGINT NULL REFERENCES cause (id),
  action VARCHAR(2000) NOT NULL DEFAULT '',
  disposition VARCHAR(2000) NOT NULL DEFAULT '',
  opened_at BIGINT NOT NULL,
  acknowledged_at BIGINT NULL,
  acknowledged_by VARCHAR(60) NULL,
  closed_at BIGINT NULL,
  closed_by VARCHAR(60) NULL,
  changed BOOLEAN NOT NULL DEFAULT FALSE,
  merged_into BIGINT NULL,
  KEY finding_state (state, severity, from_at),
  KEY finding_spot (spot_id, state),
  KEY finding_site (site_id, state),
  KEY finding_mission (mission_id),
  KEY finding_logger (logger_id, state),
  KEY finding_owner (owner, state)
);

CREATE TABLE finding_part (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  finding_id BIGINT NOT NULL REFERENCES finding (id),
  mission_id BIGINT NOT NULL REFERENCES mission (id),
  rule VARCHAR(160) NOT NULL,
  channel VARCHAR(120) NOT NULL,
  direction VARCHAR(8) NOT NULL,
  unit VARCHAR(20) NOT NULL,
  severity TINYINT NOT NULL,
  latched BOOLEAN NOT NULL,
  limit_value DOUBLE NULL,
  peak DOUBLE NULL,
  start_at BIGINT NOT NULL,
  end_at BIGINT NOT NULL,
  first_start_at BIGINT NOT NULL,
  first_end_at BIGINT NOT NULL,
  found BOOLEAN NOT NULL DEFAULT TRUE,
  KEY finding_part_finding (finding_id),
  KEY finding_part_mission (mission_id)
);

-- kind: COMMENT of a person; CHANGE of what was judged; STEP for what somebody did with it
CREATE TABLE finding_entry (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  finding_id BIGINT NOT NULL REFERENCES finding (id),
  at BIGINT NOT NULL,
  said_by VARCHAR(60) NOT NULL,
  kind VARCHAR(8) NOT NULL,
  text VARCHAR(2000) NOT NULL,
  KEY finding_entry_finding (finding_id)
);

CREATE TABLE finding_file (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  finding_id BIGINT NOT NULL REFERENCES finding (id),
  name VARCHAR(160) NOT NULL,
  type VARCHAR(60) NOT NULL,
  size INT NOT NULL,
  sha256 CHAR(64) NOT NULL,
  bytes MEDIUMBLOB NOT NULL,
  added_at BIGINT NOT NULL,
  added_by VARCHAR(60) NOT NULL,
  KEY finding_file_finding (finding_id)
);

-- what was judged before there were findings is judged anew when somebody looks at it
UPDATE mission SET judged_on = judged_on + 1 WHERE judgement IS NOT NULL;
