-- Whom a provider of sign-ins knows an account by. Subjects tell capitals apart.
CREATE TABLE account_identity (
  account VARCHAR(60) NOT NULL PRIMARY KEY,
  issuer VARCHAR(300) NOT NULL,
  subject VARCHAR(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  linked_at BIGINT NOT NULL,
  UNIQUE KEY account_identity_subject (issuer, subject)
);

-- Until when somebody whom the provider calls by the name of this account gets it; null where nobody does.
ALTER TABLE account ADD COLUMN link_until BIGINT;
