-- All missions held against what they follow from, one after the other.
CREATE TABLE recheck (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  started_at BIGINT NOT NULL,
  started_by VARCHAR(60) NOT NULL,
  last_mission BIGINT NOT NULL DEFAULT 0,
  done INT NOT NULL DEFAULT 0,
  total INT NOT NULL,
  audit VARCHAR(300) NOT NULL DEFAULT '',
  ended_at BIGINT NULL
);

CREATE TABLE recheck_trouble (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  recheck_id BIGINT NOT NULL REFERENCES recheck (id),
  mission_id BIGINT NOT NULL,
  trouble VARCHAR(1000) NOT NULL,
  KEY recheck_trouble_of (recheck_id, mission_id)
);
