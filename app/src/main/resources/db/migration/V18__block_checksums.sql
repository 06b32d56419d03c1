-- encoded blocks carry the CRC-32 of their kind and stream behind the kind
UPDATE series_block SET data = CONCAT(LEFT(data, 1), UNHEX(LPAD(HEX(CRC32(data)), 8, '0')), SUBSTRING(data, 2));
UPDATE series_instants SET data = CONCAT(LEFT(data, 1), UNHEX(LPAD(HEX(CRC32(data)), 8, '0')), SUBSTRING(data, 2));
