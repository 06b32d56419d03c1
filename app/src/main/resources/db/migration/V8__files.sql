-- A file from elsewhere, as it was handed in; sha256 is null until it has arrived whole.
CREATE TABLE foreign_file (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(200) NOT NULL,
  size BIGINT NOT NULL DEFAULT 0,
  sha256 CHAR(64) NULL,
  uploaded_at BIGINT NOT NULL,
  uploaded_by VARCHAR(60) NOT NULL,
  settings LONGTEXT NULL,
  state VARCHAR(10) NOT NULL,
  done BIGINT NOT NULL DEFAULT 0,
  message VARCHAR(1000) NOT NULL DEFAULT '',
  findings LONGTEXT NULL,
  mission_id BIGINT NULL UNIQUE REFERENCES mission (id),
  lease_owner CHAR(36) NULL,
  lease_until_at BIGINT NULL,
  KEY foreign_file_state (state),
  KEY foreign_file_hash (sha256)
);

-- Its bytes, compressed, a piece a row.
CREATE TABLE foreign_piece (
  file_id BIGINT NOT NULL REFERENCES foreign_file (id),
  seq INT NOT NULL,
  bytes MEDIUMBLOB NOT NULL,
  PRIMARY KEY (file_id, seq)
);

-- How files with some headings are laid out, for the next one; it is found again by the hash of the headings.
CREATE TABLE saved_layout (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(120) NOT NULL UNIQUE,
  headings_sha256 CHAR(64) NOT NULL,
  settings LONGTEXT NOT NULL,
  saved_at BIGINT NOT NULL,
  saved_by VARCHAR(60) NOT NULL,
  KEY saved_layout_headings (headings_sha256)
);
