-- what people noted at an instant of a mission, or over a stretch of it
CREATE TABLE pinned_note (
    id         BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
    mission_id BIGINT       NOT NULL,
    from_at    BIGINT       NOT NULL,
    to_at      BIGINT       NOT NULL,
    text       VARCHAR(500) NOT NULL,
    made_at    BIGINT       NOT NULL,
    made_by    VARCHAR(60)  NOT NULL,
    removed_at BIGINT       NULL,
    removed_by VARCHAR(60)  NULL,
    FOREIGN KEY (mission_id) REFERENCES mission (id)
);

-- how a mission, every mission at a spot, or several together are drawn: lines, names, colours, panels, scales
CREATE TABLE saved_view (
    id         BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
    name       VARCHAR(80) NOT NULL,
    owner      VARCHAR(60) NOT NULL,
    shared     BOOLEAN     NOT NULL,
    mission_id BIGINT      NULL,
    spot_id    BIGINT      NULL,
    document   TEXT        NOT NULL,
    made_at    BIGINT      NOT NULL,
    FOREIGN KEY (mission_id) REFERENCES mission (id),
    FOREIGN KEY (spot_id) REFERENCES spot (id)
);
