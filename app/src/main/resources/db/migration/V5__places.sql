-- Sites and spots as they are known; what is empty is not known.
ALTER TABLE site
  ADD COLUMN address VARCHAR(300) NOT NULL DEFAULT '',
  ADD COLUMN latitude DOUBLE NULL,
  ADD COLUMN longitude DOUBLE NULL,
  ADD COLUMN notes VARCHAR(2000) NOT NULL DEFAULT '';

-- A plan or section of the site, on which its spots are drawn.
CREATE TABLE site_picture (
  site_id BIGINT PRIMARY KEY REFERENCES site (id),
  type VARCHAR(20) NOT NULL,
  width INT NOT NULL,
  height INT NOT NULL,
  stamp BIGINT NOT NULL,
  bytes MEDIUMBLOB NOT NULL
);

-- x and y are where it lies on the site's picture, as shares of its width and height.
ALTER TABLE spot
  ADD COLUMN surroundings VARCHAR(60) NOT NULL DEFAULT '',
  ADD COLUMN plan_id BIGINT NULL REFERENCES plan (id),
  ADD COLUMN collect_days INT NULL,
  ADD COLUMN static_level_m DOUBLE NULL,
  ADD COLUMN cable_m DOUBLE NULL,
  ADD COLUMN notes VARCHAR(2000) NOT NULL DEFAULT '',
  ADD COLUMN x DOUBLE NULL,
  ADD COLUMN y DOUBLE NULL;

CREATE TABLE spot_photo (
  spot_id BIGINT PRIMARY KEY REFERENCES spot (id),
  type VARCHAR(20) NOT NULL,
  stamp BIGINT NOT NULL,
  bytes MEDIUMBLOB NOT NULL
);

-- Who lies where: taken_at is null as long as it is there.
CREATE TABLE placement (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  logger_id BIGINT NOT NULL REFERENCES logger (id),
  spot_id BIGINT NOT NULL REFERENCES spot (id),
  placed_at BIGINT NOT NULL,
  placed_by VARCHAR(60) NOT NULL,
  taken_at BIGINT NULL,
  taken_by VARCHAR(60) NULL,
  remarks VARCHAR(1000) NOT NULL DEFAULT '',
  acclimatise_min INT NOT NULL DEFAULT 0,
  checked VARCHAR(1000) NOT NULL DEFAULT '',
  mission_id BIGINT NULL REFERENCES mission (id),
  -- a logger is at one spot only
  present_logger_id BIGINT AS (IF(taken_at IS NULL, logger_id, NULL)) STORED UNIQUE,
  KEY placement_spot (spot_id, taken_at)
);
