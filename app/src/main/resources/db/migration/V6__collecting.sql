-- Whether the logger is left to go on recording.
ALTER TABLE job ADD COLUMN leave_running BOOLEAN NOT NULL DEFAULT FALSE;

-- Every visit to a mission: how far it reached and the hash of the capture then.
CREATE TABLE capture_read (
  mission_id BIGINT NOT NULL REFERENCES capture (mission_id),
  seq INT NOT NULL,
  read_at BIGINT NOT NULL,
  end_record BIGINT NOT NULL,
  sha256 CHAR(64) NOT NULL,
  read_by VARCHAR(60) NOT NULL,
  -- the header as it was, and one past the last page of each part, parted by blanks
  header MEDIUMBLOB NOT NULL,
  ends VARCHAR(100) NOT NULL,
  PRIMARY KEY (mission_id, seq)
);
INSERT INTO capture_read (mission_id, seq, read_at, end_record, sha256, read_by, header, ends)
  SELECT c.mission_id, 1, c.begun_at, c.end_record, c.sha256, '', c.header,
    CONCAT_WS(' ', c.end_page, (SELECT GROUP_CONCAT(p.end_page ORDER BY p.first_page SEPARATOR ' ')
      FROM capture_part p WHERE p.mission_id = c.mission_id))
  FROM capture c WHERE c.complete;

-- A page as it was at a visit, where it has grown since.
CREATE TABLE capture_page_before (
  mission_id BIGINT NOT NULL REFERENCES capture (mission_id),
  seq INT NOT NULL,
  page BIGINT NOT NULL,
  bytes VARBINARY(512) NOT NULL,
  PRIMARY KEY (mission_id, seq, page)
);

-- When network stations are collected by themselves; 0 for only when somebody asks.
ALTER TABLE station
  ADD COLUMN every_min INT NOT NULL DEFAULT 0,
  ADD COLUMN retry_min INT NOT NULL DEFAULT 5,
  ADD COLUMN next_at BIGINT NULL,
  ADD COLUMN retries INT NOT NULL DEFAULT 0,
  ADD COLUMN collected_at BIGINT NULL;

-- Loggers that were put into stock, and why.
ALTER TABLE logger ADD COLUMN retired_at BIGINT NULL, ADD COLUMN retired_reason VARCHAR(300) NULL;

-- What a person has to say of a mission, and what goes with it.
CREATE TABLE mission_note (
  mission_id BIGINT PRIMARY KEY REFERENCES mission (id),
  title VARCHAR(200) NOT NULL,
  purpose VARCHAR(500) NOT NULL,
  people VARCHAR(300) NOT NULL,
  remarks VARCHAR(4000) NOT NULL
);
CREATE TABLE attachment (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  mission_id BIGINT NOT NULL REFERENCES mission (id),
  name VARCHAR(160) NOT NULL,
  type VARCHAR(40) NOT NULL,
  size INT NOT NULL,
  sha256 CHAR(64) NOT NULL,
  bytes MEDIUMBLOB NOT NULL,
  added_at BIGINT NOT NULL,
  added_by VARCHAR(60) NOT NULL,
  UNIQUE (mission_id, name)
);
