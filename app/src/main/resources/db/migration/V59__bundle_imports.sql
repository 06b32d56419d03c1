-- A bundle that was found sound can be imported from its check, as long work.
ALTER TABLE verification
  ADD COLUMN import_by VARCHAR(60) NULL,
  ADD COLUMN import_begun INT NOT NULL DEFAULT 0,
  ADD COLUMN import_result MEDIUMTEXT NULL;
