-- administration of accounts: disabled ones stay for the trail; a password that somebody else gave holds once, and not for ever
ALTER TABLE account
  ADD COLUMN disabled_at BIGINT NULL,
  ADD COLUMN once_until_at BIGINT NULL,
  ADD COLUMN password_at BIGINT NULL;
-- who did what to whom, without going through the whole trail
CREATE INDEX audit_subject ON audit_entry (subject, sequence);
