-- An address counts once a link that was sent to it is followed; until then it is asked for. How often mails were asked for is counted.
ALTER TABLE account ADD COLUMN mail_asked VARCHAR(200) NOT NULL DEFAULT '';
ALTER TABLE account ADD COLUMN mail_secret_sha256 CHAR(64) NULL;
ALTER TABLE account ADD COLUMN mail_asked_at BIGINT NULL;
ALTER TABLE account ADD COLUMN mails INT NOT NULL DEFAULT 0;
ALTER TABLE account ADD COLUMN mails_since BIGINT NOT NULL DEFAULT 0;
