-- Columns that end in _at are instants in milliseconds since the epoch, UTC; *_ms are durations.

CREATE TABLE account (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(60) NOT NULL UNIQUE,
  display_name VARCHAR(120) NOT NULL,
  password_hash VARCHAR(200) NOT NULL,
  role VARCHAR(20) NOT NULL,
  failed_count INT NOT NULL DEFAULT 0,
  blocked_until_at BIGINT NULL
);

CREATE TABLE site (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(120) NOT NULL UNIQUE,
  zone VARCHAR(60) NOT NULL
);

CREATE TABLE spot (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  site_id BIGINT NOT NULL REFERENCES site (id),
  name VARCHAR(120) NOT NULL,
  UNIQUE (site_id, name)
);

CREATE TABLE logger (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  serial VARCHAR(40) NOT NULL UNIQUE,
  model VARCHAR(40) NOT NULL,
  firmware VARCHAR(20) NOT NULL,
  battery_permille INT NOT NULL,
  device_state VARCHAR(20) NOT NULL,
  records BIGINT NOT NULL,
  clock_offset_ms BIGINT NOT NULL,
  seen_at BIGINT NOT NULL
);

CREATE TABLE plan (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(120) NOT NULL UNIQUE,
  model VARCHAR(40) NOT NULL,
  version INT NOT NULL
);

CREATE TABLE plan_version (
  plan_id BIGINT NOT NULL REFERENCES plan (id),
  version INT NOT NULL,
  settings LONGTEXT NOT NULL,
  saved_at BIGINT NOT NULL,
  saved_by VARCHAR(60) NOT NULL,
  PRIMARY KEY (plan_id, version)
);

CREATE TABLE mission (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  logger_id BIGINT NOT NULL REFERENCES logger (id),
  device_number INT NULL,
  state VARCHAR(20) NOT NULL,
  plan_name VARCHAR(120) NOT NULL,
  plan_version INT NOT NULL,
  settings LONGTEXT NOT NULL,
  spot_id BIGINT NULL REFERENCES spot (id),
  drafted_at BIGINT NOT NULL,
  written_at BIGINT NULL,
  written_by VARCHAR(60) NOT NULL,
  starts_at BIGINT NULL,
  ends_at BIGINT NULL,
  battery_ends_at BIGINT NULL,
  collected_at BIGINT NULL,
  collected_by VARCHAR(60) NULL,
  erased_at BIGINT NULL,
  first_at BIGINT NULL,
  last_at BIGINT NULL,
  expected BIGINT NULL,
  received BIGINT NULL,
  clock_corrected BOOLEAN NOT NULL DEFAULT TRUE,
  verdict VARCHAR(20) NULL,
  judgement LONGTEXT NULL,
  remark VARCHAR(400) NOT NULL DEFAULT '',
  UNIQUE (logger_id, device_number),
  KEY mission_by_start (starts_at),
  KEY mission_by_state (state)
);

CREATE TABLE excursion (
  mission_id BIGINT NOT NULL REFERENCES mission (id),
  seq INT NOT NULL,
  direction VARCHAR(10) NOT NULL,
  start_at BIGINT NOT NULL,
  end_at BIGINT NOT NULL,
  PRIMARY KEY (mission_id, seq),
  KEY excursion_by_time (start_at)
);

CREATE TABLE capture (
  mission_id BIGINT PRIMARY KEY REFERENCES mission (id),
  header MEDIUMBLOB NOT NULL,
  first_record BIGINT NOT NULL,
  end_record BIGINT NOT NULL,
  first_page BIGINT NOT NULL,
  end_page BIGINT NOT NULL,
  clock_offset_ms BIGINT NOT NULL,
  clock_read_at BIGINT NOT NULL,
  rereads INT NOT NULL DEFAULT 0,
  complete BOOLEAN NOT NULL DEFAULT FALSE,
  sha256 CHAR(64) NULL,
  begun_at BIGINT NOT NULL
);

CREATE TABLE capture_page (
  mission_id BIGINT NOT NULL REFERENCES capture (mission_id),
  page BIGINT NOT NULL,
  bytes VARBINARY(512) NOT NULL,
  PRIMARY KEY (mission_id, page)
);

CREATE TABLE series (
  mission_id BIGINT NOT NULL REFERENCES mission (id),
  channel INT NOT NULL,
  label VARCHAR(120) NOT NULL,
  unit VARCHAR(20) NOT NULL,
  start_at BIGINT NOT NULL,
  interval_ms BIGINT NOT NULL,
  samples BIGINT NOT NULL,
  clock_set_at BIGINT NOT NULL,
  clock_read_at BIGINT NOT NULL,
  clock_offset_ms BIGINT NOT NULL,
  PRIMARY KEY (mission_id, channel)
);

CREATE TABLE series_block (
  mission_id BIGINT NOT NULL,
  channel INT NOT NULL,
  block INT NOT NULL,
  first_index BIGINT NOT NULL,
  samples INT NOT NULL,
  missing INT NOT NULL,
  min_value DOUBLE NULL,
  max_value DOUBLE NULL,
  sum_value DOUBLE NOT NULL,
  cells BLOB NOT NULL,
  data MEDIUMBLOB NOT NULL,
  PRIMARY KEY (mission_id, channel, block),
  FOREIGN KEY (mission_id, channel) REFERENCES series (mission_id, channel)
);

CREATE TABLE job (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  serial VARCHAR(40) NOT NULL,
  state VARCHAR(20) NOT NULL,
  mission_id BIGINT NULL,
  done BIGINT NOT NULL DEFAULT 0,
  total BIGINT NOT NULL DEFAULT 0,
  message VARCHAR(400) NOT NULL DEFAULT '',
  ordered_by VARCHAR(60) NOT NULL,
  ordered_at BIGINT NOT NULL,
  lease_owner VARCHAR(60) NULL,
  lease_until_at BIGINT NULL,
  -- the serial while the job is unfinished, so that a logger has one at a time
  active_serial VARCHAR(40) NULL UNIQUE,
  KEY job_by_state (state)
);

CREATE TABLE audit_entry (
  sequence BIGINT PRIMARY KEY,
  at BIGINT NOT NULL,
  who VARCHAR(60) NOT NULL,
  action VARCHAR(80) NOT NULL,
  subject VARCHAR(200) NOT NULL,
  before_state MEDIUMTEXT NOT NULL,
  after_state MEDIUMTEXT NOT NULL,
  reason VARCHAR(400) NOT NULL,
  previous CHAR(64) NOT NULL,
  hash CHAR(64) NOT NULL
);

-- One row, locked while an entry is appended.
CREATE TABLE audit_head (
  id INT PRIMARY KEY,
  sequence BIGINT NOT NULL,
  hash CHAR(64) NOT NULL
);
INSERT INTO audit_head VALUES (1, 0, REPEAT('0', 64));
