-- how far the pages of a capture are linked to one hash, and how far they are decoded: of each table up to its newest page, which may
-- still grow, so that a visit reads what it brings
CREATE TABLE capture_chain (
    mission_id BIGINT      NOT NULL,
    page_table VARCHAR(16) NOT NULL,
    next_page  BIGINT      NOT NULL,
    link       BINARY(32)  NOT NULL,
    PRIMARY KEY (mission_id, page_table),
    FOREIGN KEY (mission_id) REFERENCES capture (mission_id)
);

CREATE TABLE capture_decoded (
    mission_id BIGINT       NOT NULL,
    page_table VARCHAR(16)  NOT NULL,
    page       BIGINT       NOT NULL,
    -- what the pages before it hold, parted by blanks
    held       VARCHAR(400) NOT NULL,
    PRIMARY KEY (mission_id, page_table),
    FOREIGN KEY (mission_id) REFERENCES capture (mission_id)
);

-- hashes of visits before pages were linked are over the header and all pages in one piece
ALTER TABLE capture_read ADD COLUMN linked BOOLEAN NOT NULL DEFAULT FALSE;
