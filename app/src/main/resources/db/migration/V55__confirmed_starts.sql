-- who said that a mission's logger runs, and when its logger said otherwise
ALTER TABLE mission ADD COLUMN confirmed_at BIGINT NULL;
ALTER TABLE mission ADD COLUMN confirmed_by VARCHAR(60) NULL;
ALTER TABLE mission ADD COLUMN denied_at BIGINT NULL;
