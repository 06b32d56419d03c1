-- A record for which no limits were set is not one that could not be assessed.
ALTER TABLE mission ADD COLUMN without_limits BOOLEAN NOT NULL DEFAULT FALSE AFTER verdict;

UPDATE mission SET without_limits = TRUE
WHERE verdict = 'inconclusive' AND JSON_LENGTH(judgement, '$.reasons') = 1
  AND JSON_UNQUOTE(JSON_EXTRACT(judgement, '$.reasons[0]')) = 'no limits were set';

-- What of its channel a departure is of, as its judgement has it: empty for the values themselves.
ALTER TABLE finding ADD COLUMN lead_basis VARCHAR(16) NOT NULL DEFAULT '' AFTER lead_channel;
ALTER TABLE finding_part ADD COLUMN basis VARCHAR(16) NOT NULL DEFAULT '' AFTER channel;
