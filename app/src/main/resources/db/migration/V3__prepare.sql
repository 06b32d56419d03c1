-- The users' own sensor definitions; those that come with the program are not rows.
CREATE TABLE sensor (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(80) NOT NULL UNIQUE,
  definition LONGTEXT NOT NULL,
  saved_at BIGINT NOT NULL,
  saved_by VARCHAR(60) NOT NULL
);

-- The newest calibration of each channel of each logger is the one with the highest id.
CREATE TABLE calibration (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  serial VARCHAR(40) NOT NULL,
  channel INT NOT NULL,
  certificate VARCHAR(80) NOT NULL,
  calibrated_at BIGINT NOT NULL,
  due_at BIGINT NULL,
  correction LONGTEXT NOT NULL,
  reason VARCHAR(400) NOT NULL,
  saved_at BIGINT NOT NULL,
  saved_by VARCHAR(60) NOT NULL,
  KEY calibration_by_channel (serial, channel, id),
  KEY calibration_by_due (due_at)
);

ALTER TABLE logger ADD COLUMN own_name VARCHAR(80) NOT NULL DEFAULT '';
ALTER TABLE logger ADD COLUMN remarks VARCHAR(400) NOT NULL DEFAULT '';
-- The last live readings that somebody found good; they go into the documentation of the mission that is written next.
ALTER TABLE logger ADD COLUMN checked_at BIGINT NULL;
ALTER TABLE logger ADD COLUMN checked_by VARCHAR(60) NULL;
ALTER TABLE logger ADD COLUMN checked_readings LONGTEXT NULL;

ALTER TABLE plan ADD COLUMN archived BOOLEAN NOT NULL DEFAULT FALSE;

-- The plan that is offered first for a spot, or for a model where no spot has one.
CREATE TABLE plan_default (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  model VARCHAR(40) NOT NULL,
  -- 0 for the model itself
  spot_id BIGINT NOT NULL DEFAULT 0,
  plan_id BIGINT NOT NULL REFERENCES plan (id),
  UNIQUE (model, spot_id)
);

-- The live readings that somebody looked at and found good, kept with the mission that was then written.
ALTER TABLE mission ADD COLUMN checked_at BIGINT NULL;
ALTER TABLE mission ADD COLUMN checked_by VARCHAR(60) NULL;
ALTER TABLE mission ADD COLUMN checked_readings LONGTEXT NULL;
-- Where the alarms that the logger raised differ from the judgement of its record.
ALTER TABLE mission ADD COLUMN alarms_compared VARCHAR(400) NULL;

-- Many loggers to be written with one plan.
CREATE TABLE batch (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  plan_name VARCHAR(120) NOT NULL,
  plan_version INT NOT NULL,
  settings LONGTEXT NOT NULL,
  state VARCHAR(20) NOT NULL,
  ordered_at BIGINT NOT NULL,
  ordered_by VARCHAR(60) NOT NULL
);

CREATE TABLE batch_item (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  batch_id BIGINT NOT NULL REFERENCES batch (id),
  serial VARCHAR(40) NOT NULL,
  logger_name VARCHAR(60) NOT NULL,
  spot_id BIGINT NULL,
  state VARCHAR(20) NOT NULL,
  message VARCHAR(400) NOT NULL DEFAULT '',
  mission_id BIGINT NULL,
  lease_owner VARCHAR(60) NULL,
  lease_until_at BIGINT NULL,
  done_at BIGINT NULL,
  UNIQUE (batch_id, serial),
  KEY batch_item_by_state (state)
);

-- What the live view shows, kept sample by sample until it ends as a mission.
CREATE TABLE live_recording (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  serial VARCHAR(40) NOT NULL,
  settings LONGTEXT NOT NULL,
  every_ms BIGINT NOT NULL,
  -- null where it goes on until it is stopped
  most BIGINT NULL,
  spot_id BIGINT NULL,
  state VARCHAR(20) NOT NULL,
  started_at BIGINT NULL,
  stop_wanted BOOLEAN NOT NULL DEFAULT FALSE,
  mission_id BIGINT NULL,
  message VARCHAR(400) NOT NULL DEFAULT '',
  ordered_at BIGINT NOT NULL,
  ordered_by VARCHAR(60) NOT NULL,
  lease_owner VARCHAR(60) NULL,
  lease_until_at BIGINT NULL,
  -- the serial while it is not over, so that a logger has one at a time
  active_serial VARCHAR(40) NULL UNIQUE
);

CREATE TABLE live_sample (
  recording_id BIGINT NOT NULL REFERENCES live_recording (id),
  seq BIGINT NOT NULL,
  counts VARBINARY(400) NOT NULL,
  PRIMARY KEY (recording_id, seq)
);
