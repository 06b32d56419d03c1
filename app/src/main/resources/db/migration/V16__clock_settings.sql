-- Where a logger's clock was set while a mission was in its memory: what it read and what it was set to, in ms, pairs with blanks between.
ALTER TABLE series ADD COLUMN clock_settings VARCHAR(4000) NOT NULL DEFAULT '';
