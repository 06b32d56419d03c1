-- Whether somebody has the rights of the role at all sites, also those to come; else at those of account_site alone.
ALTER TABLE account ADD COLUMN at_all_sites BOOLEAN NOT NULL DEFAULT TRUE;

CREATE TABLE account_site (
  account VARCHAR(60) NOT NULL,
  site_id BIGINT NOT NULL,
  PRIMARY KEY (account, site_id),
  KEY account_site_site (site_id),
  CONSTRAINT account_site_site FOREIGN KEY (site_id) REFERENCES site (id)
);

-- Whether a report is about several sites, or all: for whoever has the rights at all.
ALTER TABLE report ADD COLUMN several_sites BOOLEAN NOT NULL DEFAULT FALSE;
UPDATE report SET several_sites = TRUE WHERE kind = 'TESTS' OR kind = 'PERIOD' AND site_id IS NULL AND spot_id IS NULL;
