-- series that follow from others, by their definitions: of one mission, or of all missions at a spot
CREATE TABLE derived_series (
    id            BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
    mission_id    BIGINT       NULL,
    spot_id       BIGINT       NULL,
    name          VARCHAR(80)  NOT NULL,
    definition    TEXT         NOT NULL,
    -- another mission that one of its channels is read from
    other_mission BIGINT       NULL,
    made_at       BIGINT       NOT NULL,
    made_by       VARCHAR(60)  NOT NULL,
    removed_at    BIGINT       NULL,
    removed_by    VARCHAR(60)  NULL,
    FOREIGN KEY (mission_id) REFERENCES mission (id),
    FOREIGN KEY (spot_id) REFERENCES spot (id),
    FOREIGN KEY (other_mission) REFERENCES mission (id)
);

-- what there is to say of one in a mission since it was last derived: why it cannot be, what it lacks
CREATE TABLE derived_note (
    mission_id BIGINT       NOT NULL,
    derived_id BIGINT       NOT NULL,
    words      VARCHAR(500) NOT NULL,
    PRIMARY KEY (mission_id, derived_id),
    FOREIGN KEY (mission_id) REFERENCES mission (id),
    FOREIGN KEY (derived_id) REFERENCES derived_series (id)
);

-- series whose values were derived, kept like recorded ones and made anew whenever their mission is judged anew
ALTER TABLE series ADD COLUMN derived BOOLEAN NOT NULL DEFAULT FALSE;
