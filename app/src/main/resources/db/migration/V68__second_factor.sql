-- The second factor of an account: its secret is sealed, and counts once it is confirmed. last_step: the newest step of thirty seconds whose code was taken.
CREATE TABLE second_factor (
  account VARCHAR(60) NOT NULL PRIMARY KEY,
  secret VARCHAR(300) NOT NULL,
  confirmed_at BIGINT,
  last_step BIGINT NOT NULL DEFAULT 0
);

-- Codes for who does not have the other device at hand; each is good once.
CREATE TABLE recovery_code (
  account VARCHAR(60) NOT NULL,
  hash CHAR(64) NOT NULL,
  used_at BIGINT,
  PRIMARY KEY (account, hash)
);
