-- tests of set length on a connected logger: live readings that are kept, or a mission that came home, with what was tested
CREATE TABLE timed_test (
    id           BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
    serial       VARCHAR(40)  NOT NULL,
    subject      VARCHAR(120) NOT NULL,
    -- counts the tests of one subject
    number       INT          NOT NULL,
    channel      VARCHAR(80)  NOT NULL,
    -- earlier and later seconds of each, by blanks
    ratios       VARCHAR(200) NOT NULL,
    recording_id BIGINT       NULL UNIQUE,
    mission_id   BIGINT       NULL,
    made_at      BIGINT       NOT NULL,
    made_by      VARCHAR(60)  NOT NULL,
    UNIQUE (subject, number),
    FOREIGN KEY (recording_id) REFERENCES live_recording (id),
    FOREIGN KEY (mission_id) REFERENCES mission (id)
);
