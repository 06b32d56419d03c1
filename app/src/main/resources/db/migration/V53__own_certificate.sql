-- certificates that lead from an installation's own one to whoever issued it, PEM; none for those that sign themselves
ALTER TABLE installation_key ADD COLUMN chain MEDIUMTEXT NOT NULL DEFAULT '';
