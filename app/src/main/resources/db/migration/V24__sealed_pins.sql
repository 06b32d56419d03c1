-- PINs are kept sealed; those in clear are forgotten, and asked for again where a batch still needs one.
UPDATE batch SET pin = '';
ALTER TABLE batch MODIFY pin VARCHAR(120) NOT NULL DEFAULT '';
