-- A trip for a day, with its tasks in order.
CREATE TABLE field_round (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(120) NOT NULL,
  day DATE NOT NULL,
  person VARCHAR(60) NOT NULL,
  remarks VARCHAR(2000) NOT NULL DEFAULT '',
  created_at BIGINT NOT NULL,
  created_by VARCHAR(60) NOT NULL,
  changed_at BIGINT NOT NULL,
  closed_at BIGINT NULL,
  closed_by VARCHAR(60) NULL,
  KEY field_round_day (closed_at, day)
);

-- still_due: whether it has to be planned again; it is so for what a closed round left undone, until somebody does it or
-- another round takes it over.
CREATE TABLE round_task (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  round_id BIGINT NOT NULL REFERENCES field_round (id),
  seq INT NOT NULL,
  kind VARCHAR(12) NOT NULL,
  spot_id BIGINT NOT NULL REFERENCES spot (id),
  serial VARCHAR(20) NOT NULL DEFAULT '',
  why VARCHAR(400) NOT NULL DEFAULT '',
  due_at BIGINT NULL,
  state VARCHAR(10) NOT NULL DEFAULT 'OPEN',
  settled_at BIGINT NULL,
  settled_by VARCHAR(60) NULL,
  note VARCHAR(1000) NOT NULL DEFAULT '',
  still_due BOOLEAN NOT NULL DEFAULT FALSE,
  KEY round_task_round (round_id, seq),
  KEY round_task_spot (spot_id, state),
  KEY round_task_due (still_due)
);

-- A secret address under which a person's calendar can be read; only its hash is kept.
CREATE TABLE calendar_address (
  account VARCHAR(60) PRIMARY KEY,
  secret_sha256 CHAR(64) NOT NULL UNIQUE,
  made_at BIGINT NOT NULL,
  read_at BIGINT NULL
);
