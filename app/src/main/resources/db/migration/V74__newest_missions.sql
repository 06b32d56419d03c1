-- Lists of missions begin with the newest: those of a page are found along an index, however many there are; how many there are of each verdict is
-- counted in another.
ALTER TABLE mission
  ADD COLUMN newest_at BIGINT AS (COALESCE(collected_at, written_at)) STORED,
  ADD KEY mission_newest_first (newest_at),
  DROP KEY mission_by_state,
  ADD KEY mission_by_state (state, verdict, without_limits, spot_id);
