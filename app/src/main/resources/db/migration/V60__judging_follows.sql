-- Judging anew is long work, ordered by whatever changes what is judged; what was left undone is ordered here.
INSERT IGNORE INTO work (kind, id, due_at)
  SELECT 'judge', id, 0 FROM mission WHERE signed_as IS NULL AND judgement IS NOT NULL AND judgement_on <> judged_on;

-- What is signed keeps the zone of its site, as it was signed with it.
ALTER TABLE mission ADD COLUMN signed_zone VARCHAR(60) NULL;
