-- what was asked once is done once, however often it is sent
ALTER TABLE mission ADD COLUMN act VARCHAR(40) NULL UNIQUE;
