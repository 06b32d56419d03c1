-- What this installation is called, what stands over its reports, and its rules; one row.
CREATE TABLE house (
  id TINYINT PRIMARY KEY,
  name VARCHAR(120) NOT NULL DEFAULT '',
  address VARCHAR(400) NOT NULL DEFAULT '',
  logo_type VARCHAR(60) NULL,
  logo MEDIUMBLOB NULL,
  paper VARCHAR(8) NOT NULL DEFAULT 'A4',
  four_eyes BOOLEAN NOT NULL DEFAULT TRUE,
  version INT NOT NULL DEFAULT 0
);
INSERT INTO house (id) VALUES (1);

-- A signature is never changed, but for being undone when what was signed is opened again.
CREATE TABLE signature (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  mission_id BIGINT NOT NULL REFERENCES mission (id),
  revision INT NOT NULL,
  meaning VARCHAR(8) NOT NULL,
  signed_at BIGINT NOT NULL,
  signed_by VARCHAR(60) NOT NULL,
  signed_name VARCHAR(120) NOT NULL,
  remark VARCHAR(500) NOT NULL DEFAULT '',
  content LONGTEXT NOT NULL,
  content_sha256 CHAR(64) NOT NULL,
  undone_at BIGINT NULL,
  undone_by VARCHAR(60) NULL,
  undone_reason VARCHAR(250) NOT NULL DEFAULT '',
  UNIQUE KEY signature_once (mission_id, revision, meaning)
);

-- what it is signed as; null while it may be changed. A review without a password was no signature.
ALTER TABLE mission
  ADD COLUMN signed_as VARCHAR(8) NULL,
  ADD COLUMN revision INT NOT NULL DEFAULT 1,
  ADD COLUMN signed_limits LONGTEXT NULL,
  DROP COLUMN reviewed_at,
  DROP COLUMN reviewed_by,
  DROP COLUMN reviewed_sha256,
  DROP COLUMN review_lapsed_at;
