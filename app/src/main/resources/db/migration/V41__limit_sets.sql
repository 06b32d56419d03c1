-- Named sets of limits with their versions, where they hold, and by which of them a mission is judged.
CREATE TABLE limit_set (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(80) NOT NULL UNIQUE,
  version INT NOT NULL,
  archived BOOLEAN NOT NULL DEFAULT FALSE
);

CREATE TABLE limit_set_version (
  set_id BIGINT NOT NULL REFERENCES limit_set (id),
  version INT NOT NULL,
  document MEDIUMTEXT NOT NULL,
  saved_at BIGINT NOT NULL,
  saved_by VARCHAR(60) NOT NULL,
  PRIMARY KEY (set_id, version)
);

-- via: SPOT, SITE or PLAN; target is its id
CREATE TABLE limit_place (
  via VARCHAR(8) NOT NULL,
  target BIGINT NOT NULL,
  set_id BIGINT NOT NULL REFERENCES limit_set (id),
  attached_at BIGINT NOT NULL,
  attached_by VARCHAR(60) NOT NULL,
  PRIMARY KEY (via, target),
  KEY limit_place_set (set_id)
);

-- via: MISSION where somebody said so, ALARMS where its plan's alarms were said to hold all the same; else where it comes from
CREATE TABLE mission_limits (
  mission_id BIGINT NOT NULL PRIMARY KEY REFERENCES mission (id),
  via VARCHAR(8) NOT NULL,
  set_id BIGINT NULL REFERENCES limit_set (id),
  version INT NULL,
  since BIGINT NOT NULL,
  said_by VARCHAR(60) NOT NULL,
  reason VARCHAR(400) NOT NULL DEFAULT '',
  KEY mission_limits_set (set_id, version)
);
