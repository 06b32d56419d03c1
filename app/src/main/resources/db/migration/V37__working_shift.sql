-- when people work where a level is recorded, and by which scheme their dose is judged: of a mission, or of every mission at a spot
CREATE TABLE working_shift (
    id         BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
    mission_id BIGINT      NULL UNIQUE,
    spot_id    BIGINT      NULL UNIQUE,
    begins     VARCHAR(5)  NOT NULL,
    ends       VARCHAR(5)  NOT NULL,
    days       VARCHAR(80) NOT NULL,
    scheme     VARCHAR(20) NOT NULL,
    set_at     BIGINT      NOT NULL,
    set_by     VARCHAR(60) NOT NULL,
    FOREIGN KEY (mission_id) REFERENCES mission (id),
    FOREIGN KEY (spot_id) REFERENCES spot (id)
);
