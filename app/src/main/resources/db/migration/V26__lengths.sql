-- a serial is as long wherever it stands
ALTER TABLE round_task MODIFY serial VARCHAR(40) NOT NULL DEFAULT '';
