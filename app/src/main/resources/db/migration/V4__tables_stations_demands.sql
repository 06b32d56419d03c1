-- What a capture holds beside its records: the pages of each further part of the logger's memory.
CREATE TABLE capture_part (
  mission_id BIGINT NOT NULL REFERENCES capture (mission_id),
  first_page BIGINT NOT NULL,
  end_page BIGINT NOT NULL,
  PRIMARY KEY (mission_id, first_page)
);

-- Series of events have their instants block by block; they end where the record does.
ALTER TABLE series ADD COLUMN ends_at BIGINT NULL;
CREATE TABLE series_instants (
  mission_id BIGINT NOT NULL,
  channel INT NOT NULL,
  block INT NOT NULL,
  samples INT NOT NULL,
  data MEDIUMBLOB NOT NULL,
  PRIMARY KEY (mission_id, channel, block),
  FOREIGN KEY (mission_id, channel) REFERENCES series (mission_id, channel)
);

-- Disturbances of the mains; start_at on the logger's own clock, as in its memory.
CREATE TABLE disturbance (
  mission_id BIGINT NOT NULL REFERENCES mission (id),
  seq INT NOT NULL,
  kind VARCHAR(20) NOT NULL,
  channel INT NOT NULL,
  start_at BIGINT NOT NULL,
  duration_ms BIGINT NOT NULL,
  extreme DOUBLE NOT NULL,
  half_period_ns BIGINT NOT NULL,
  values_before INT NOT NULL,
  -- 32-bit floats, big-endian
  half_periods BLOB NOT NULL,
  PRIMARY KEY (mission_id, seq)
);

-- Addresses of network stations; reason says why one does not answer now.
CREATE TABLE station (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  host VARCHAR(120) NOT NULL,
  port INT NOT NULL,
  added_by VARCHAR(60) NOT NULL,
  added_at BIGINT NOT NULL,
  answered_at BIGINT NULL,
  reason VARCHAR(200) NOT NULL,
  UNIQUE (host, port)
);

-- What a spot demands of what is placed there.
ALTER TABLE spot ADD COLUMN depth_m DOUBLE NULL;
CREATE TABLE spot_limit (
  spot_id BIGINT NOT NULL REFERENCES spot (id),
  unit VARCHAR(20) NOT NULL,
  low DOUBLE NULL,
  high DOUBLE NULL,
  PRIMARY KEY (spot_id, unit)
);

-- The PIN of a batch's loggers, kept until none of them is waiting to be written.
ALTER TABLE batch ADD COLUMN pin VARCHAR(8) NOT NULL DEFAULT '';
