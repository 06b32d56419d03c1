-- What this installation signs with: private keys are sealed. Of each purpose one is in use; those before it stay, so that what they signed can be told.
CREATE TABLE installation_key (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  purpose VARCHAR(12) NOT NULL,
  certificate TEXT NOT NULL,
  fingerprint CHAR(64) NOT NULL UNIQUE,
  sealed_key TEXT NOT NULL,
  made_at BIGINT NOT NULL,
  made_by VARCHAR(60) NOT NULL,
  retired_at BIGINT NULL,
  in_use VARCHAR(12) AS (IF(retired_at IS NULL, purpose, NULL)) STORED UNIQUE
);
