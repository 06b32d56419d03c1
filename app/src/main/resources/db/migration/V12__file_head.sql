-- The first rows of a file and the names of its sheets, as it is read now: pages show them without opening the file.
ALTER TABLE foreign_file ADD COLUMN head LONGTEXT NULL;
