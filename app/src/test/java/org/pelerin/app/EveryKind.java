package org.pelerin.app;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.limits.LimitSet;
import org.pelerin.app.judge.limits.LimitSets;
import org.pelerin.app.judge.limits.LimitsInForce;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.core.judge.Basis;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.GapRule;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.judge.Severity;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.springframework.jdbc.core.JdbcTemplate;

/** A mission at a spot of its own with an excursion of every kind that there is; nothing of it stays but the spot and the limits. */
final class EveryKind implements AutoCloseable {

    static final Instant START = Instant.parse("2026-03-02T00:00:00Z");
    static final int ROWS = 48;
    private static final ZoneId UTC = ZoneId.of("UTC");

    private final TestBed bed;
    final OwnMission mission;
    final long spot;
    final LimitSet set;

    /** Two days of hours: warm at 10, cold at 20, and of the air nothing from 30 to 34; the flow and the noise go on. */
    EveryKind(TestBed bed, String serial) {
        this.bed = bed;
        mission = new OwnMission(bed, serial, START);
        spot = bed.spot(serial + " cellar", serial + " shelf");
        bed.bean(JdbcTemplate.class)
                .update(
                        "UPDATE mission SET spot_id = ?, collected_at = ?, state = 'COLLECTED' WHERE id = ?",
                        spot,
                        START.plus(Duration.ofDays(3)).toEpochMilli(),
                        mission.id);
        TimeAxis axis = TimeAxis.of(START, Duration.ofHours(1), ROWS);
        double[] air = new double[ROWS];
        Arrays.fill(air, 12);
        Arrays.fill(air, 10, 12, 18);
        Arrays.fill(air, 20, 22, 6);
        Arrays.fill(air, 30, 34, Double.NaN);
        double[] flow = new double[ROWS];
        Arrays.fill(flow, 5);
        double[] noise = new double[ROWS];
        Arrays.fill(noise, 90);
        bed.bean(SeriesWriter.class)
                .replace(
                        mission.id,
                        List.of(
                                Series.of(Channel.of("Air", "°C"), axis, air, null),
                                Series.of(Channel.of("Flow", "m³/h"), axis, flow, null),
                                Series.of(Channel.of("Noise", "dB"), axis, noise, null)));
        // what its report says that it follows from
        bed.bean(JdbcTemplate.class)
                .update(
                        "INSERT INTO foreign_file (mission_id, name, uploaded_at, uploaded_by, size, sha256, settings, state, message) SELECT ?, 'record.csv', 0, 'tech', 0, ?, '{}', 'TAKEN', ''",
                        mission.id,
                        Sha256.of(new byte[0]));
        set = bed.bean(LimitSets.class).create("Every kind " + serial, limits(), "tech");
        bed.bean(LimitsInForce.class).say(mission.mission(), set, "to see them all", "tech");
        bed.bean(Evaluation.class).again(mission.id);
    }

    @Override
    public void close() {
        bed.bean(JdbcTemplate.class).update("DELETE FROM foreign_file WHERE mission_id = ?", mission.id);
        mission.close();
    }

    static Limits limits() {
        Basis.Blocks six = new Basis.Blocks(Duration.ofHours(6), Basis.Anchor.CLOCK, UTC, 75);
        Basis.Blocks day = new Basis.Blocks(Duration.ofDays(1), Basis.Anchor.CLOCK, UTC, 100);
        Basis dose = new Basis.Dose(
                85,
                3,
                Double.NEGATIVE_INFINITY,
                LocalTime.of(6, 0),
                LocalTime.of(14, 0),
                EnumSet.allOf(java.time.DayOfWeek.class),
                UTC,
                75);
        return new Limits(
                "Every kind",
                List.of(
                        Rule.of("above", "Air", new Bound.Above(14), Lasting.ANY),
                        Rule.of("below", "Air", new Bound.Below(10), Lasting.ANY),
                        Rule.of("moving", "Air", new Bound.Above(14), Lasting.ANY)
                                .on(new Basis.MovingMean(2)),
                        Rule.of("mean", "Air", new Bound.Above(13), Lasting.ANY).on(new Basis.BlockMean(six)),
                        Rule.of("total", "Flow", new Bound.Above(100), Lasting.ANY)
                                .on(new Basis.Total(day, Duration.ofHours(1))),
                        Rule.of("rate", "Air", new Bound.Above(5), Lasting.ANY).on(new Basis.Rate(Duration.ofHours(1))),
                        Rule.of("dose", "Noise", new Bound.Above(100), Lasting.ANY)
                                .on(dose),
                        Rule.of("allowance", "Air", new Bound.Above(14), Lasting.allowance(Duration.ofHours(1))),
                        Rule.of("both", "Air", new Bound.Outside(10, 14), Lasting.allowance(Duration.ofHours(3)))),
                List.of(
                        new GapRule("hole", "Air", Duration.ofHours(2), null, Severity.MINOR),
                        new GapRule("holes", null, Duration.ofHours(3), null, Severity.MAJOR),
                        new GapRule("coverage", null, null, 98.0, Severity.CRITICAL)));
    }
}
