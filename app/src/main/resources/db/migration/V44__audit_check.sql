-- When the chain of the audit trail was checked, and how far it reached then: what is cut off its end later is missed here.
CREATE TABLE audit_check (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  at BIGINT NOT NULL,
  checked_by VARCHAR(60) NOT NULL,
  entries BIGINT NOT NULL,
  head_sequence BIGINT NOT NULL,
  head_hash CHAR(64) NOT NULL,
  trouble VARCHAR(400) NOT NULL
);
CREATE INDEX audit_who ON audit_entry (who, sequence);
