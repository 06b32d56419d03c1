-- Files that are given back to be checked, until they are, and what there is to say of them for a day.
CREATE TABLE verification (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(200) NOT NULL,
  sha256 CHAR(64) NOT NULL DEFAULT '',
  asked_at BIGINT NOT NULL,
  asked_by VARCHAR(60) NOT NULL,
  begun INT NOT NULL DEFAULT 0,
  outcome MEDIUMTEXT NULL,
  KEY verification_asked (asked_at)
);

CREATE TABLE verification_piece (
  verification_id BIGINT NOT NULL REFERENCES verification (id),
  seq INT NOT NULL,
  bytes MEDIUMBLOB NOT NULL,
  PRIMARY KEY (verification_id, seq)
);
