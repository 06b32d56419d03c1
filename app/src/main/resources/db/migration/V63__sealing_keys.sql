-- Keys that secrets are sealed under, each wrapped under one that follows from the installation's own secret (scrypt, RFC 7914). The newest seals.
CREATE TABLE sealing_key (
  id INT PRIMARY KEY,
  salt VARBINARY(16) NOT NULL,
  wrapped VARBINARY(80) NOT NULL,
  made_at BIGINT NOT NULL
);
