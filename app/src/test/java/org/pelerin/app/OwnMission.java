package org.pelerin.app;

import java.time.Instant;
import java.util.List;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionCreation;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.springframework.jdbc.core.JdbcTemplate;

/** A running mission of a logger of a test's own, whose record the test makes; nothing of it stays. */
final class OwnMission implements AutoCloseable {

    private final TestBed bed;
    private final String serial;
    final long id;

    OwnMission(TestBed bed, String serial, Instant start) {
        this(bed, serial, Hands.alder(new StartCondition.Now()), start);
    }

    /** @param plan of any model */
    OwnMission(TestBed bed, String serial, Plan plan, Instant start) {
        this.bed = bed;
        this.serial = serial;
        bed.bean(JdbcTemplate.class)
                .update(
                        "INSERT INTO logger (serial, model, firmware, battery_permille, device_state, records, clock_offset_ms,"
                                + " seen_at) VALUES (?, ?, '1.4', 900, 'LOGGING', 0, 0, 0)",
                        serial,
                        plan.model());
        id = bed.bean(MissionCreation.class)
                .adopt(serial, 1, plan, start, start, "tech")
                .id();
    }

    Mission mission() {
        return bed.bean(MissionQueries.class).find(id).orElseThrow();
    }

    @Override
    public void close() {
        bed.bean(SeriesWriter.class).replace(id, List.of());
        JdbcTemplate sql = bed.bean(JdbcTemplate.class);
        // its findings may have taken in those of others
        String mine = "SELECT id FROM finding WHERE mission_id = ?";
        sql.update("DELETE FROM finding_part WHERE mission_id = ? OR finding_id IN (" + mine + ")", id, id);
        List.of("finding_entry", "finding_file")
                .forEach(table -> sql.update("DELETE FROM " + table + " WHERE finding_id IN (" + mine + ")", id));
        sql.update("DELETE FROM finding WHERE mission_id = ?", id);
        List.of(
                        "day_line",
                        "day_set",
                        "derived_note",
                        "derived_series",
                        "exclusion",
                        "mission_limits",
                        "mission_note",
                        "excursion",
                        "pinned_note",
                        "saved_view",
                        "judged_period",
                        "signature",
                        "working_shift")
                .forEach(table -> sql.update("DELETE FROM " + table + " WHERE mission_id = ?", id));
        sql.update("DELETE FROM placement WHERE logger_id = (SELECT id FROM logger WHERE serial = ?)", serial);
        sql.update("DELETE FROM mission WHERE id = ?", id);
        sql.update("DELETE FROM logger WHERE serial = ?", serial);
    }
}
