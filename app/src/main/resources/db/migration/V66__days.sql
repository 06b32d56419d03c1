-- What the channels of a mission came to on each day of its site: made again from its record whenever what is assessed of it changes.
CREATE TABLE day_set (
  mission_id BIGINT NOT NULL PRIMARY KEY,
  judged_on BIGINT NOT NULL,
  zone VARCHAR(60) NOT NULL
);

-- days: 36 bytes each, big-endian: the day since 1970-01-01 (32 bit), mean, least and greatest value (64 bit floating point), the time with values in ms (64 bit)
CREATE TABLE day_line (
  mission_id BIGINT NOT NULL,
  channel INT NOT NULL,
  label VARCHAR(120) NOT NULL,
  unit VARCHAR(40) NOT NULL,
  low_limit DOUBLE NULL,
  high_limit DOUBLE NULL,
  days MEDIUMBLOB NOT NULL,
  PRIMARY KEY (mission_id, channel)
);
