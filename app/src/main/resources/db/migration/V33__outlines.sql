-- summaries of series at several grains, a thousand grains a row, so that any zoom of any record reads a few rows
CREATE TABLE series_outline (
    mission_id BIGINT     NOT NULL,
    channel    INT        NOT NULL,
    level      TINYINT    NOT NULL,
    part       INT        NOT NULL,
    data       MEDIUMBLOB NOT NULL,
    PRIMARY KEY (mission_id, channel, level, part),
    FOREIGN KEY (mission_id, channel) REFERENCES series (mission_id, channel)
);
