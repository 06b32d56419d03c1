package org.pelerin.app.review.years;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionState;
import org.pelerin.core.stats.DayFigures;
import org.pelerin.core.unit.ShownUnits;

class SpotRecordTest {

    private static final LocalDate FIRST = LocalDate.of(2024, 1, 1);

    private static Mission mission(long id, String serial, LocalDate from, LocalDate to) {
        Instant first = from.atStartOfDay(ZoneOffset.UTC).toInstant();
        Instant last = to.atStartOfDay(ZoneOffset.UTC).toInstant();
        return new Mission(
                id,
                new Mission.Device(1, serial, "alder-t1", 1),
                MissionState.COLLECTED,
                new Mission.Copy("plan", 1, ""),
                new Mission.Place(1L, "Vault", "Cellars", "UTC"),
                new Mission.Course(first, "tech", first, last, null),
                new Mission.Records(last, "tech", null, first, last, 1L, 1L, true, "within", false, null),
                "");
    }

    private static SpotDays.Line line(long mission, LocalDate from, int days, double mean, Double high) {
        List<DayFigures> of = new ArrayList<>();
        for (int i = 0; i < days; i++) {
            of.add(new DayFigures(from.plusDays(i), mean, mean - 1, mean + i % 7, Duration.ofHours(24)));
        }
        return new SpotDays.Line(mission, "Air", "°C", null, high, of);
    }

    private static SpotRecord record(List<Mission> there, List<SpotDays.Line> lines, int days) {
        return SpotRecord.of(
                there,
                lines,
                FIRST,
                FIRST.plusDays(days),
                ZoneOffset.UTC,
                ShownUnits.RECORDED,
                String::valueOf,
                d -> "m" + d.getMonthValue(),
                d -> "d" + d.getDayOfMonth());
    }

    @Test
    void missions_one_after_the_other_are_one_line_and_years_are_drawn_by_weeks() {
        List<Mission> there = List.of(
                mission(1, "PL-1", FIRST, FIRST.plusDays(400)),
                mission(2, "PL-2", FIRST.plusDays(400), FIRST.plusDays(1000)));
        SpotRecord r = record(
                there, List.of(line(1, FIRST, 400, 10, 14.0), line(2, FIRST.plusDays(400), 600, 12, 15.0)), 1000);
        assertThat(r.weekly()).isTrue();
        assertThat(r.panels()).hasSize(1);
        assertThat(r.panels().get(0).curves())
                .extracting(SpotRecord.Curve::name)
                .containsExactly("Air");
        // a step a week without a break: 143 weeks
        String mean = r.panels().get(0).curves().get(0).mean();
        assertThat(mean.chars().filter(c -> c == 'M').count()).isEqualTo(1);
        assertThat(mean.chars().filter(c -> c == 'H').count()).isEqualTo(143);
        // the limits as they were: one piece a mission
        assertThat(r.panels().get(0).limits().chars().filter(c -> c == 'M').count())
                .isEqualTo(2);
        assertThat(r.handovers()).extracting(SpotRecord.Handover::serial).containsExactly("PL-1", "PL-2");
        assertThat(r.ticks()).extracting(SpotRecord.Tick::text).contains("2024", "2025", "2026");
        // 2024 has 366 days of 10; 2025 34 of 10 and 331 of 12; the newest first
        assertThat(r.years()).extracting(SpotRecord.Year::year).containsExactly(2026, 2025, 2024);
        assertThat(r.years().get(1).mean()).isCloseTo((34 * 10 + 331 * 12) / 365.0, within(1e-9));
        assertThat(r.years().get(2).min()).isEqualTo(9);
    }

    @Test
    void days_that_are_missing_break_the_line() {
        SpotRecord r = record(
                List.of(mission(1, "PL-1", FIRST, FIRST.plusDays(30))),
                List.of(line(1, FIRST, 10, 10, null), line(1, FIRST.plusDays(20), 10, 10, null)),
                30);
        assertThat(r.weekly()).isFalse();
        String mean = r.panels().get(0).curves().get(0).mean();
        assertThat(mean.chars().filter(c -> c == 'M').count()).isEqualTo(2);
        assertThat(r.panels().get(0).limits()).isEmpty();
        assertThat(r.ticks()).extracting(SpotRecord.Tick::text).startsWith("d1", "d8");
    }

    @Test
    void loggers_that_stayed_together_are_lines_of_their_own() {
        SpotRecord r = record(
                List.of(
                        mission(1, "PL-1", FIRST, FIRST.plusDays(60)),
                        mission(2, "PL-2", FIRST.plusDays(10), FIRST.plusDays(60))),
                List.of(line(1, FIRST, 60, 10, null), line(2, FIRST.plusDays(10), 50, 12, null)),
                60);
        assertThat(r.panels().get(0).curves())
                .extracting(SpotRecord.Curve::name)
                .containsExactlyInAnyOrder("Air 1", "Air 2");
    }

    @Test
    void days_are_kept_as_they_were_and_cut_to_what_is_asked_for() {
        List<DayFigures> days = line(1, FIRST, 5, 3.25, null).days();
        byte[] packed = PackedDays.pack(days);
        assertThat(packed).hasSize(5 * 36);
        assertThat(PackedDays.unpack(packed, FIRST, FIRST.plusDays(5))).isEqualTo(days);
        assertThat(PackedDays.unpack(packed, FIRST.plusDays(1), FIRST.plusDays(3)))
                .isEqualTo(days.subList(1, 3));
    }
}
