-- Failed sign-ins by source (S), by account from a source (P), and by account (A); and the sources an account is known from (K).
-- Who is a hash: a table that is read by others tells no names that were tried.
CREATE TABLE sign_in_try (
  kind CHAR(1) NOT NULL,
  who CHAR(64) NOT NULL,
  tries INT NOT NULL,
  last_at BIGINT NOT NULL,
  until_at BIGINT NOT NULL,
  PRIMARY KEY (kind, who),
  KEY sign_in_try_last (last_at)
);
ALTER TABLE account DROP COLUMN failed_count, DROP COLUMN blocked_until_at;
