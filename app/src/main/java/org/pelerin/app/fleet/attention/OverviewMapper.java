package org.pelerin.app.fleet.attention;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.pelerin.app.missions.MissionState;
import org.pelerin.core.model.ModelCatalogue;

@Mapper
interface OverviewMapper {

    /**
     * A {@link LoggerOverview} without what is not in the database. Fields instead of a record's constructor: for that the mapper goes
     * through all names anew for each of ten thousand rows.
     */
    final class Row {
        long loggerId;
        String serial;
        String model;
        Duration clockOffsetMs;
        Instant seenAt;
        Instant retiredAt;
        Long missionId;
        MissionState state;
        Instant writtenAt;
        Instant startsAt;
        Instant endsAt;
        boolean plannedEnd;
        Instant batteryEndsAt;
        Instant collectedAt;
        Long spotId;
        Long siteId;
        String spot;
        String site;
        Instant placedAt;
        Instant takenAt;
        String misfit;
        Integer collectDays;
        Instant readAt;
        Instant alarmedAt;
        Instant homeAt;
        boolean lost;
    }

    /** Every logger that was ever connected; devices known from files only are none. */
    @Select("SELECT g.id AS logger_id, g.serial, g.model, g.clock_offset_ms, g.seen_at, g.retired_at,"
            + " m.id AS mission_id, m.state, m.written_at, m.starts_at, m.ends_at, COALESCE(m.planned_end, FALSE) AS planned_end, m.battery_ends_at, m.collected_at,"
            + " s.id AS spot_id, s.site_id, s.name AS spot, s.site, p.placed_at, IF(p.id IS NULL, x.taken_at, NULL) AS taken_at, IF(p.mission_id = m.id, p.misfit, '') AS misfit, s.collect_days, g.read_at,"
            + " g.alarmed_at, m.home_at, g.lost FROM logger_face g"
            + " LEFT JOIN (SELECT logger_id, MAX(id) AS id FROM mission_face WHERE counts = 1 GROUP BY logger_id) n"
            + " ON n.logger_id = g.id LEFT JOIN mission_face m ON m.id = n.id"
            + " LEFT JOIN placement_face p ON p.present_logger_id = g.id"
            + " LEFT JOIN (SELECT logger_id, MAX(taken_at) AS taken_at FROM placement_face WHERE taken_at IS NOT NULL GROUP BY logger_id) x"
            + " ON x.logger_id = g.id AND x.taken_at >= m.written_at"
            + " LEFT JOIN spot_face s ON s.id = COALESCE(p.spot_id, IF(x.taken_at IS NULL, m.spot_id, NULL))"
            + " WHERE g.model <> '" + ModelCatalogue.FILE + "'")
    List<Row> all();

    /**
     * What tells whether rows are as they were: every change that matters is in the audit trail, what is seen of loggers is dated, and
     * new loggers have new numbers.
     */
    record Mark(long audit, Instant changedAt, Long newest) {}

    @Select("SELECT (SELECT MAX(sequence) FROM audit_face) AS audit, (SELECT MAX(changed_at) FROM mission_face)"
            + " AS changed_at, (SELECT MAX(id) FROM logger_face) AS newest")
    Mark mark();
}
