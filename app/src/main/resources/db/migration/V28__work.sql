-- one mechanism for all long work: what is to be done, and who is at it under which claim
CREATE TABLE work (
  kind VARCHAR(20) NOT NULL,
  id BIGINT NOT NULL,
  due_at BIGINT NOT NULL,
  awaited VARCHAR(40) NOT NULL DEFAULT '',
  attempts INT NOT NULL DEFAULT 0,
  claim CHAR(36) NULL,
  until_at BIGINT NULL,
  PRIMARY KEY (kind, id),
  UNIQUE KEY work_claim (claim),
  KEY work_due (kind, due_at)
);
INSERT INTO work (kind, id, due_at) SELECT 'collect', id, 0 FROM job WHERE active_serial IS NOT NULL;
INSERT INTO work (kind, id, due_at) SELECT 'write', i.id, 0 FROM batch_item i JOIN batch b ON b.id = i.batch_id
  WHERE i.state = 'WRITING' OR i.state = 'QUEUED' AND b.state = 'GOING';
INSERT INTO work (kind, id, due_at) SELECT 'file', id, 0 FROM foreign_file WHERE state IN ('READING', 'TAKING');
INSERT INTO work (kind, id, due_at) SELECT 'live', id, 0 FROM live_recording WHERE active_serial IS NOT NULL;
INSERT INTO work (kind, id, due_at) VALUES ('notices', 0, 0);
ALTER TABLE job DROP COLUMN lease_owner, DROP COLUMN lease_until_at;
ALTER TABLE batch_item DROP COLUMN lease_owner, DROP COLUMN lease_until_at;
ALTER TABLE foreign_file DROP COLUMN lease_owner, DROP COLUMN lease_until_at;
ALTER TABLE live_recording DROP COLUMN lease_owner, DROP COLUMN lease_until_at;
