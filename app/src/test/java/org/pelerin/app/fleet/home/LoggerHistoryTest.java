package org.pelerin.app.fleet.home;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.pelerin.app.PlainShow;
import org.pelerin.app.fleet.attention.LoggerOverview;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.fleet.attention.Needs;
import org.pelerin.app.fleet.attention.OverviewSample;
import org.pelerin.app.judge.ExcursionMark;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionState;
import org.pelerin.app.organisation.AttentionRules;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.judge.Side;

class LoggerHistoryTest {

    private static final ZoneId PARIS = ZoneId.of("Europe/Paris");
    private static final Instant NOW = Instant.parse("2026-03-19T07:40:00Z");
    private static final Formats SHOW = PlainShow.in(PARIS);

    private static Mission mission(MissionState state, Instant startsAt, Instant endsAt, Instant batteryEndsAt) {
        boolean home = state == MissionState.COLLECTED;
        return new Mission(
                1,
                new Mission.Device(7, "PL-18033", "alder-t1", 1),
                state,
                new Mission.Copy("plan", 1, "{}"),
                new Mission.Place(3L, "Vault 1", "Ostrel cellars", "Europe/Paris"),
                new Mission.Course(NOW.minus(Duration.ofDays(10)), "tech", startsAt, endsAt, batteryEndsAt),
                new Mission.Records(
                        home ? NOW.minus(Duration.ofDays(3)) : null,
                        "tech",
                        null,
                        home ? startsAt : null,
                        home ? NOW.minus(Duration.ofDays(3)) : null,
                        null,
                        null,
                        true,
                        null,
                        false,
                        null),
                "");
    }

    private static LoggerOverview overview(boolean docked, Mission m) {
        return overview(docked, m, new Needs(AttentionRules.DEFAULT).of(overview(docked, m, List.of()), NOW));
    }

    private static LoggerOverview overview(boolean docked, Mission m, List<Need> needs) {
        return OverviewSample.of(
                7,
                "PL-18033",
                "alder-t1",
                Duration.ZERO,
                NOW,
                m.id(),
                m.state(),
                m.course().writtenAt(),
                m.course().startsAt(),
                m.course().endsAt(),
                false,
                m.course().batteryEndsAt(),
                m.records().collectedAt(),
                m.place().spotId(),
                m.place().spot(),
                m.place().site(),
                null,
                null,
                null,
                null,
                false,
                docked,
                false,
                needs);
    }

    private static LoggerHistory unit(boolean docked, Mission mission) {
        return LoggerHistory.of(overview(docked, mission), List.of(mission), List.of(), List.of(), PARIS, SHOW);
    }

    private static Instant days(int n) {
        return NOW.plus(Duration.ofDays(n));
    }

    @Test
    void what_is_on_the_desk_needs_no_journey() {
        assertThat(unit(true, mission(MissionState.COLLECTED, days(-9), null, null))
                        .needy())
                .isFalse();
    }

    @Test
    void the_sentence_counts_and_names_the_reasons() {
        List<LoggerOverview> units = List.of(
                overview(false, mission(MissionState.LOGGING, days(-9), days(6), days(300))),
                overview(false, mission(MissionState.LOGGING, days(-9), days(5), days(300))),
                overview(false, mission(MissionState.WAITING, null, null, null)),
                overview(false, mission(MissionState.LOGGING, days(-9), days(60), days(300))));
        FleetSentence s = FleetSentence.of(units, 1, 0, true, NOW, SHOW);
        assertThat(s.lead()).isEqualTo("3 of 4\u00a0loggers need you.");
        assertThat(s.rest())
                .isEqualTo(" 1\u00a0start is not confirmed and 2\u00a0memories are full before the next visit.");
        assertThat(s.below()).startsWith("1 is at work as planned").contains("1\u00a0excursion in");
        assertThat(FleetSentence.of(units.subList(3, 4), 0, 0, true, NOW, SHOW).lead())
                .isEqualTo("Nothing needs you.");
        // two things of one logger are two, as in the list
        Mission both = mission(MissionState.ENDED, days(-9), days(-1), days(3));
        FleetSentence two = FleetSentence.of(List.of(overview(false, both)), 0, 0, true, NOW, SHOW);
        assertThat(two.lead()).isEqualTo("1 of 1\u00a0logger needs you.");
        assertThat(two.rest())
                .isEqualTo(" 1\u00a0logger stopped but not collected and 1\u00a0battery ends before the next visit.");
        // beyond four kinds the others are counted, so that the number is that of the list
        List<LoggerOverview> many = new java.util.ArrayList<>();
        for (Need.Kind kind : List.of(
                Need.Kind.MEMORY_FULL,
                Need.Kind.STOPPED,
                Need.Kind.OVERDUE,
                Need.Kind.ALARM,
                Need.Kind.CLOCK_OFF,
                Need.Kind.FINDING)) {
            many.add(overview(false, both, List.of(new Need(kind, "PL-18033", 1L, "", null, NOW, false))));
        }
        assertThat(FleetSentence.of(many, 0, 0, true, NOW, SHOW).rest())
                .isEqualTo(
                        " 1\u00a0memory is full, 1\u00a0logger stopped but not collected, 1\u00a0collection is overdue, 1\u00a0alarm is raised and 2\u00a0more items.");
        // whoever only looks is not asked to go anywhere
        assertThat(FleetSentence.of(units.subList(3, 4), 0, 0, false, NOW, SHOW).lead())
                .isEqualTo("No logger needs attention.");
        assertThat(FleetSentence.of(units, 1, 0, false, NOW, SHOW).lead()).endsWith("need attention.");
    }

    @Test
    void a_lane_shows_what_is_known_and_what_is_foreseen() {
        FleetTimeline.Window window = FleetTimeline.Window.around(NOW, Duration.ofDays(100));
        LoggerHistory unit = unit(false, mission(MissionState.LOGGING, days(-9), days(20), days(300)));
        ExcursionMark mark = new ExcursionMark(1, Side.ABOVE, days(-4), days(-3));
        FleetTimeline w = FleetTimeline.of(List.of(unit), Map.of(1L, List.of(mark)), window, PARIS, SHOW);
        Lane lane = w.groups().get(0).lanes().get(0);
        assertThat(lane.runs()).extracting(Lane.Run::kind).containsExactly(Lane.Kind.ON_LOGGER, Lane.Kind.FORESEEN);
        // 720 units for a hundred days, now at 64 of them
        assertThat(w.nowX()).isEqualTo(240 + 461);
        assertThat(lane.runs().get(0).x()).isEqualTo(240 + 396);
        assertThat(lane.endX()).isEqualTo(240 + 605);
        assertThat(lane.endSoon()).isFalse();
        assertThat(lane.batteryX()).isEqualTo(-1);
        assertThat(lane.marks()).extracting(Lane.Mark::x).containsExactly(240 + 432);
    }

    @Test
    void a_note_does_not_run_across_the_line_of_now() {
        FleetTimeline.Window window = FleetTimeline.Window.around(NOW, Duration.ofDays(100));
        LoggerHistory near = unit(false, mission(MissionState.COLLECTED, days(-9), null, null));
        Lane lane = FleetTimeline.of(List.of(near), Map.of(), window, PARIS, SHOW)
                .groups()
                .get(0)
                .lanes()
                .get(0);
        assertThat(lane.note()).contains("not restarted");
        assertThat(lane.noteX()).isEqualTo(240 + 461);
    }

    @Test
    void visits_rounds_and_a_lapsing_calibration_have_their_marks_and_the_note_gives_way() {
        FleetTimeline.Window window = FleetTimeline.Window.around(NOW, Duration.ofDays(100));
        Mission waiting = mission(MissionState.WAITING, null, null, null);
        // a day after now, and one beyond the window
        List<LocalDate> rounds = List.of(LocalDate.of(2026, 3, 20), LocalDate.of(2026, 12, 24));
        LoggerHistory unit = LoggerHistory.of(
                overview(false, waiting), List.of(waiting), List.of(days(-10), days(-80)), rounds, PARIS, SHOW);
        Lane lane = FleetTimeline.of(List.of(unit), Map.of(), window, PARIS, SHOW)
                .groups()
                .get(0)
                .lanes()
                .get(0);
        // 7.2 units a day, now at 461; noon in Paris is 11:00 UTC, 1.14 days after now
        assertThat(lane.visits()).containsExactly(240 + 389);
        assertThat(lane.rounds()).containsExactly(240 + 469);
        assertThat(lane.note()).isEqualTo("◇ start not confirmed");
        assertThat(lane.noteX()).isGreaterThan(lane.rounds().get(0));
        assertThat(lane.calibrationX()).isEqualTo(-1);
    }

    @Test
    void a_day_is_parted_by_hours_and_midnight_bears_its_date() {
        FleetTimeline.Window window = FleetTimeline.Window.around(NOW, Duration.ofHours(60));
        List<String> labels = FleetTimeline.of(List.of(), Map.of(), window, PARIS, SHOW).ticks().stream()
                .map(FleetTimeline.Tick::label)
                .toList();
        // from 18:16 two days before to 06:16 on the day after, where no label has room any more; 06:00 gives way to
        // that of now
        assertThat(labels)
                .containsExactly(
                        "18\u00a0Mar", "06:00", "12:00", "18:00", "19\u00a0Mar", "", "12:00", "18:00", "20\u00a0Mar");
    }
}
