-- Whether a mission's clock is corrected is decided, by whom and why; nobody has as long as it is as collecting left it.
ALTER TABLE mission ADD COLUMN clock_decided_at BIGINT NULL;
ALTER TABLE mission ADD COLUMN clock_decided_by VARCHAR(60) NULL;
ALTER TABLE mission ADD COLUMN clock_reason VARCHAR(300) NOT NULL DEFAULT '';
-- How the rows of a file became its record: by what rule doubled instants were merged, what could not be read.
ALTER TABLE mission ADD COLUMN intake VARCHAR(600) NOT NULL DEFAULT '';
