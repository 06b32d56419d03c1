-- Addresses of programs that are told what needs somebody.
CREATE TABLE web_hook (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  url VARCHAR(500) NOT NULL,
  secret VARCHAR(400) NOT NULL,
  kinds VARCHAR(600) NOT NULL,
  made_at BIGINT NOT NULL,
  made_by VARCHAR(60) NOT NULL
);

-- What is known of a thing that is told: one row a hook and thing, for as long as that holds.
CREATE TABLE web_hook_told (
  hook_id BIGINT NOT NULL REFERENCES web_hook (id),
  subject VARCHAR(160) NOT NULL,
  PRIMARY KEY (hook_id, subject)
);

CREATE TABLE web_hook_delivery (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  hook_id BIGINT NOT NULL,
  body TEXT NOT NULL,
  made_at BIGINT NOT NULL,
  attempts INT NOT NULL DEFAULT 0,
  sent_at BIGINT NULL,
  given_up_at BIGINT NULL,
  trouble VARCHAR(300) NOT NULL DEFAULT '',
  KEY web_hook_delivery_of (hook_id, id)
);

INSERT INTO work (kind, id, due_at) VALUES ('hooks', 0, 0);
