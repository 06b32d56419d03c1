-- Which entry of the audit trail seals the rows of a table that belong to one owner, and their SHA-256; empty for no rows any more.
CREATE TABLE sealed (
  part VARCHAR(40) NOT NULL,
  owner BIGINT NOT NULL,
  sequence BIGINT NOT NULL,
  sha256 CHAR(64) NOT NULL,
  PRIMARY KEY (part, owner)
);

-- Tables all of whose rows are sealed, and the entry that says so.
CREATE TABLE sealed_since (
  part VARCHAR(40) PRIMARY KEY,
  sequence BIGINT NOT NULL
);

-- What a migration changed of sealed rows, until it is sealed at the start that follows.
CREATE TABLE seal_due (
  part VARCHAR(40) NOT NULL,
  owner BIGINT NOT NULL,
  PRIMARY KEY (part, owner)
);

CREATE INDEX audit_action ON audit_entry (action, sequence);

-- What does not fit may be of something else than a mission: 0 for none.
ALTER TABLE recheck_trouble ADD COLUMN subject VARCHAR(80) NOT NULL DEFAULT '';
