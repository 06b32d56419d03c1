-- The address book of people: those who use this and those who are only met or told.
CREATE TABLE contact (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(120) NOT NULL UNIQUE,
  about VARCHAR(200) NOT NULL DEFAULT '',
  phone VARCHAR(60) NOT NULL DEFAULT '',
  mail VARCHAR(200) NOT NULL DEFAULT '',
  site_id BIGINT NULL REFERENCES site (id),
  notes VARCHAR(1000) NOT NULL DEFAULT ''
);

-- Where a mission was, as it is to be read in its documentation.
ALTER TABLE mission_note ADD COLUMN place VARCHAR(300) NOT NULL DEFAULT '';
