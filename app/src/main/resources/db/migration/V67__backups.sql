-- Backups that were tried; times are the machine's, in milliseconds.
CREATE TABLE backup_run (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  started_at BIGINT NOT NULL,
  ended_at BIGINT NOT NULL,
  file VARCHAR(500) NOT NULL,
  bytes BIGINT NOT NULL,
  row_count BIGINT NOT NULL,
  encrypted BOOLEAN NOT NULL,
  made_by VARCHAR(20) NOT NULL,
  trouble VARCHAR(500) NOT NULL,
  removed_at BIGINT
);
