-- From when on a logger needs attention, for the organisation.
ALTER TABLE house
  ADD COLUMN clock_seconds INT NOT NULL DEFAULT 60,
  ADD COLUMN clock_seconds_per_day DOUBLE NOT NULL DEFAULT 2,
  ADD COLUMN visit_days INT NOT NULL DEFAULT 7,
  ADD COLUMN start_hours INT NOT NULL DEFAULT 24,
  ADD COLUMN calibration_days INT NOT NULL DEFAULT 30,
  ADD COLUMN seen_days INT NOT NULL DEFAULT 180;
