-- What programs sign in with; of each only the hash is kept.
CREATE TABLE api_token (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  account VARCHAR(60) NOT NULL,
  name VARCHAR(80) NOT NULL,
  sha256 CHAR(64) NOT NULL UNIQUE,
  role VARCHAR(12) NOT NULL,
  made_at BIGINT NOT NULL,
  expires_at BIGINT NOT NULL,
  used_at BIGINT NULL,
  revoked_at BIGINT NULL,
  KEY api_token_account (account)
);
