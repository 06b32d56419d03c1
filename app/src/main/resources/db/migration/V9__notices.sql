ALTER TABLE account ADD COLUMN mail VARCHAR(200) NOT NULL DEFAULT '';

-- What each person wants to be told of.
CREATE TABLE notice_choice (
  account VARCHAR(60) NOT NULL,
  kind VARCHAR(30) NOT NULL,
  PRIMARY KEY (account, kind)
);

-- What each has been told, or is about to be. gone_at: since when it is settled; it is forgotten some time after.
CREATE TABLE notice (
  account VARCHAR(60) NOT NULL,
  subject VARCHAR(120) NOT NULL,
  claimed_at BIGINT NOT NULL,
  sent_at BIGINT NULL,
  gone_at BIGINT NULL,
  PRIMARY KEY (account, subject)
);

-- Why nothing can be sent to somebody just now, and when it is tried again.
CREATE TABLE notice_trouble (
  account VARCHAR(60) PRIMARY KEY,
  message VARCHAR(300) NOT NULL,
  tries INT NOT NULL,
  again_at BIGINT NOT NULL
);
