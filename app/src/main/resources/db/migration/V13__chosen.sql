-- What a collection is to bring home of a logger's memory: mission numbers and tables by name; empty for all.
ALTER TABLE job ADD COLUMN chosen_missions VARCHAR(80) NOT NULL DEFAULT '', ADD COLUMN chosen_tables VARCHAR(80) NOT NULL DEFAULT '';
ALTER TABLE station ADD COLUMN chosen_tables VARCHAR(80) NOT NULL DEFAULT '';
-- Tables of the logger's memory that are not home, by choice.
ALTER TABLE capture ADD COLUMN left_out VARCHAR(80) NOT NULL DEFAULT '';
