-- Who must have a second factor.
ALTER TABLE house ADD COLUMN factor_for VARCHAR(20) NOT NULL DEFAULT 'NOBODY';
