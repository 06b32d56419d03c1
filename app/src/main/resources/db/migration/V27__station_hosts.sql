-- the hosts at which stations may be looked for; those that were asked before may be asked
CREATE TABLE station_host (
  host VARCHAR(120) PRIMARY KEY,
  added_by VARCHAR(60) NOT NULL,
  added_at BIGINT NOT NULL
);
INSERT INTO station_host (host, added_by, added_at) VALUES ('127.0.0.1', 'system', 0), ('localhost', 'system', 0);
INSERT IGNORE INTO station_host (host, added_by, added_at) SELECT DISTINCT host, 'system', 0 FROM station;
