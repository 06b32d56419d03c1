-- the time of a mission that is judged, where a reviewer set it otherwise than its placing has it
CREATE TABLE judged_period (
    mission_id BIGINT       NOT NULL PRIMARY KEY,
    from_at    BIGINT       NULL,
    to_at      BIGINT       NULL,
    reason     VARCHAR(250) NOT NULL,
    set_at     BIGINT       NOT NULL,
    set_by     VARCHAR(60)  NOT NULL,
    FOREIGN KEY (mission_id) REFERENCES mission (id)
);

-- time of a mission that is left out of its judgement: no part of the run, or not valid
CREATE TABLE exclusion (
    id         BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
    mission_id BIGINT       NOT NULL,
    kind       VARCHAR(12)  NOT NULL,
    from_at    BIGINT       NOT NULL,
    to_at      BIGINT       NOT NULL,
    reason     VARCHAR(250) NOT NULL,
    made_at    BIGINT       NOT NULL,
    made_by    VARCHAR(60)  NOT NULL,
    undone_at  BIGINT       NULL,
    undone_by  VARCHAR(60)  NULL,
    FOREIGN KEY (mission_id) REFERENCES mission (id)
);

-- whether a logger stopped because its memory was full or its battery empty, so that what it missed after that is a gap
ALTER TABLE mission ADD COLUMN ran_out BOOLEAN NOT NULL DEFAULT FALSE;

-- counts what changed of that a mission is judged on, so that no judgement of an earlier state stays
ALTER TABLE mission ADD COLUMN judged_on BIGINT NOT NULL DEFAULT 0, ADD COLUMN judgement_on BIGINT NOT NULL DEFAULT 0;
