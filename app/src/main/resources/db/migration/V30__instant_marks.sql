-- every 256th instant of a block, with a checksum: enough to draw an irregular record from its summaries without reading all its instants
ALTER TABLE series_instants ADD COLUMN marks VARBINARY(160) NULL AFTER samples;
