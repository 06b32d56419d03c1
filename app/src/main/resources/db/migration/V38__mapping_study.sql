-- a stretch of time over which the spots of a site were looked at together
CREATE TABLE mapping_study (
    id      BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
    site_id BIGINT       NOT NULL,
    name    VARCHAR(120) NOT NULL,
    unit    VARCHAR(20)  NOT NULL,
    from_at BIGINT       NOT NULL,
    to_at   BIGINT       NOT NULL,
    low     DOUBLE       NULL,
    high    DOUBLE       NULL,
    made_at BIGINT       NOT NULL,
    made_by VARCHAR(60)  NOT NULL,
    FOREIGN KEY (site_id) REFERENCES site (id)
);
