-- What a logger's cable must reach past, and what was measured when it was hung, in m.
ALTER TABLE spot ADD COLUMN kept_clear_m DOUBLE NULL, ADD COLUMN margin_m DOUBLE NULL;
ALTER TABLE placement ADD COLUMN water_m DOUBLE NULL, ADD COLUMN cable_m DOUBLE NULL;
