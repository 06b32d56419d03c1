-- What is missing was kept as values below a limit: kept as missing where the judgement says so. Judgements hold their excursions in the order of seq.
UPDATE excursion e JOIN mission m ON m.id = e.mission_id
SET e.direction = 'MISSING'
WHERE JSON_UNQUOTE(JSON_EXTRACT(m.judgement, CONCAT('$.excursions[', e.seq - 1, '].direction'))) = 'gap';
