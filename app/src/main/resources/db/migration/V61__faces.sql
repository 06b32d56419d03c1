-- What rooms show of their tables to the rooms after them: names and states, nothing that only they themselves need.
CREATE SQL SECURITY INVOKER VIEW site_face AS SELECT id, name, zone, address FROM site;

CREATE SQL SECURITY INVOKER VIEW spot_face AS
  SELECT s.id, s.name, s.site_id, t.name AS site, t.zone, CONCAT(t.name, ' / ', s.name) AS place, s.collect_days
  FROM spot s JOIN site t ON t.id = s.site_id;

CREATE SQL SECURITY INVOKER VIEW logger_face AS
  SELECT id, serial, model, clock_offset_ms, seen_at, read_at, alarmed_at, retired_at, lost FROM logger;

CREATE SQL SECURITY INVOKER VIEW plan_face AS SELECT id, name FROM plan;

CREATE SQL SECURITY INVOKER VIEW mission_face AS
  SELECT id, logger_id, spot_id, plan_id, state, counts, written_at, starts_at, ends_at, planned_end, battery_ends_at, first_at, last_at,
    home_at, collected_at, changed_at, judgement IS NOT NULL AS judged, signed_as IS NOT NULL AS signed
  FROM mission;

CREATE SQL SECURITY INVOKER VIEW placement_face AS
  SELECT id, logger_id, spot_id, mission_id, present_logger_id, placed_at, taken_at, misfit FROM placement;

CREATE SQL SECURITY INVOKER VIEW account_face AS SELECT name, display_name, mail, disabled_at IS NOT NULL AS disabled FROM account;

CREATE SQL SECURITY INVOKER VIEW contact_face AS SELECT id, name, mail FROM contact;

CREATE SQL SECURITY INVOKER VIEW recording_face AS SELECT id, mission_id FROM live_recording;

CREATE SQL SECURITY INVOKER VIEW audit_face AS SELECT sequence, at, action, subject, after_state FROM audit_entry;

-- Whether a logger's clock was compared with the reference when its records were collected: judging asks it, which comes before captures are looked at.
ALTER TABLE mission ADD COLUMN clock_compared BOOLEAN NOT NULL DEFAULT FALSE;
UPDATE mission m JOIN capture c ON c.mission_id = m.id SET m.clock_compared = TRUE WHERE c.battery IS NOT NULL;
