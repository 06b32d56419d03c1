-- A schedule keeps the time that it counts from, however often a collection fails.
ALTER TABLE station ADD due_at BIGINT NULL;
UPDATE station SET due_at = next_at;

-- A mission keeps its plan, whatever that is called later.
ALTER TABLE mission ADD plan_id BIGINT NULL;
UPDATE mission m JOIN plan p ON p.name = m.plan_name SET m.plan_id = p.id WHERE m.plan_version > 0;

-- What was judged while no set held is told apart from what was never judged.
INSERT INTO mission_limits (mission_id, via, set_id, version, since, said_by, reason)
SELECT m.id, 'NONE', NULL, NULL, m.collected_at, '', '' FROM mission m LEFT JOIN mission_limits k ON k.mission_id = m.id
WHERE m.collected_at IS NOT NULL AND m.judgement IS NOT NULL AND k.mission_id IS NULL;

-- A finding of which nothing is found any more waits for nobody, unless it is one that stays.
ALTER TABLE finding ADD gone BOOLEAN NOT NULL DEFAULT FALSE;
UPDATE finding f SET gone = TRUE WHERE f.kind = 'DEPARTURE'
  AND NOT EXISTS (SELECT 1 FROM finding_part p WHERE p.finding_id = f.id AND p.found);
