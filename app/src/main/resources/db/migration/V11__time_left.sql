-- From when and where on a collection has gone as it goes now, and when it was last told of: its time left follows.
ALTER TABLE job ADD COLUMN began_at BIGINT NULL, ADD COLUMN began_done BIGINT NOT NULL DEFAULT 0, ADD COLUMN told_at BIGINT NULL;
