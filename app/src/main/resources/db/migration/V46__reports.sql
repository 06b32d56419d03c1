-- Reports that were put together, and are kept as they were handed out.
CREATE TABLE report (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  kind VARCHAR(8) NOT NULL,
  title VARCHAR(300) NOT NULL,
  mission_id BIGINT NULL,
  site_id BIGINT NULL,
  spot_id BIGINT NULL,
  from_on DATE NULL,
  to_on DATE NULL,
  spec LONGTEXT NOT NULL,
  state VARCHAR(8) NOT NULL,
  done INT NOT NULL DEFAULT 0,
  total INT NOT NULL DEFAULT 0,
  trouble VARCHAR(500) NOT NULL DEFAULT '',
  ordered_at BIGINT NOT NULL,
  ordered_by VARCHAR(60) NOT NULL,
  schedule_id BIGINT NULL,
  mail_to VARCHAR(254) NOT NULL DEFAULT '',
  made_at BIGINT NULL,
  sentence VARCHAR(600) NOT NULL DEFAULT '',
  body LONGTEXT NULL,
  pages INT NULL,
  size INT NULL,
  sha256 CHAR(64) NULL,
  audit_sequence BIGINT NULL,
  audit_hash CHAR(64) NULL,
  mailed_at BIGINT NULL,
  KEY report_mission (mission_id),
  KEY report_sha256 (sha256)
);

CREATE TABLE report_piece (
  report_id BIGINT NOT NULL REFERENCES report (id),
  seq INT NOT NULL,
  bytes MEDIUMBLOB NOT NULL,
  PRIMARY KEY (report_id, seq)
);

-- the files that are embedded in it
CREATE TABLE report_file (
  report_id BIGINT NOT NULL REFERENCES report (id),
  seq INT NOT NULL,
  name VARCHAR(200) NOT NULL,
  type VARCHAR(60) NOT NULL,
  what VARCHAR(300) NOT NULL,
  size INT NOT NULL,
  sha256 CHAR(64) NOT NULL,
  PRIMARY KEY (report_id, seq),
  KEY report_file_sha256 (sha256)
);

-- made again and again: on the first day after each month or quarter
CREATE TABLE report_schedule (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  site_id BIGINT NULL,
  spot_id BIGINT NULL,
  span VARCHAR(8) NOT NULL,
  spec LONGTEXT NOT NULL,
  mail_to VARCHAR(254) NOT NULL DEFAULT '',
  next_on DATE NOT NULL,
  made_at BIGINT NOT NULL,
  made_by VARCHAR(60) NOT NULL
);
