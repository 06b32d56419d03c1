-- loggers of a batch may each get a plan of their own; null where all get that of the batch
ALTER TABLE batch_item ADD COLUMN plan_name VARCHAR(120) NULL;
ALTER TABLE batch_item ADD COLUMN plan_version INT NULL;
ALTER TABLE batch_item ADD COLUMN settings LONGTEXT NULL;
-- why channels that read open were left so until the loggers are placed; empty where none were
ALTER TABLE batch ADD COLUMN not_wired VARCHAR(200) NOT NULL DEFAULT '';
ALTER TABLE mission ADD COLUMN not_wired VARCHAR(200) NOT NULL DEFAULT '';
-- the name that is written into the logger, so that namesakes are found
ALTER TABLE mission ADD COLUMN logger_name VARCHAR(60) NOT NULL DEFAULT '';
UPDATE mission SET logger_name = LEFT(COALESCE(JSON_VALUE(settings, '$.plan.loggerName'), ''), 60);
CREATE INDEX mission_by_logger_name ON mission (logger_name);
-- whether the foreseen end is the plan's own, not full memory
ALTER TABLE mission ADD COLUMN planned_end BOOLEAN NOT NULL DEFAULT FALSE;
