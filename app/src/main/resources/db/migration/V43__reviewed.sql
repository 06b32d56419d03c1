-- who looked through a mission, and the hash of the judgement that was looked at
ALTER TABLE mission
  ADD COLUMN reviewed_at BIGINT NULL,
  ADD COLUMN reviewed_by VARCHAR(60) NULL,
  ADD COLUMN reviewed_sha256 CHAR(64) NULL,
  ADD COLUMN review_lapsed_at BIGINT NULL;
