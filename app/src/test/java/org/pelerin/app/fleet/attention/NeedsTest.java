package org.pelerin.app.fleet.attention;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.app.fleet.attention.Need.Kind;
import org.pelerin.app.missions.MissionState;
import org.pelerin.app.organisation.AttentionRules;
import org.pelerin.core.series.ClockTolerance;

class NeedsTest {

    private static final Instant NOW = Instant.parse("2026-03-19T07:40:00Z");

    private Integer collectDays;
    private Instant collectedAt;
    private Instant calibrationDue;
    private Duration clockOffset = Duration.ZERO;
    private Instant seenAt = NOW;
    private boolean connected;
    private boolean station;
    private boolean nowhere;
    private Instant takenAt;
    private String misfit = "";
    private boolean alarmed;
    private Instant alarmedAt;
    private Instant homeAt;
    private Silence silence;
    private boolean placed;
    private int placedDay = -9;
    private boolean retired;
    private boolean plannedEnd;

    private AttentionRules rules = AttentionRules.DEFAULT;

    private static Instant days(int n) {
        return NOW.plus(Duration.ofDays(n));
    }

    private static LoggerOverview mission(MissionState state, Instant startsAt, Instant endsAt, Instant batteryEndsAt) {
        return OverviewSample.of(
                7,
                "PL-1",
                "alder-t1",
                Duration.ZERO,
                NOW,
                1L,
                state,
                days(-10),
                startsAt,
                endsAt,
                false,
                batteryEndsAt,
                state == MissionState.COLLECTED ? days(-3) : null,
                3L,
                "Vault 1",
                "Ostrel",
                null,
                null,
                null,
                null,
                false,
                false,
                false,
                List.of());
    }

    private List<Kind> kinds(LoggerOverview mission) {
        LoggerOverview s = new LoggerOverview(
                new LoggerOverview.Device(7, "PL-1", "alder-t1", clockOffset, seenAt, retired, false),
                mission == null
                        ? new LoggerOverview.Run(null, null, null, null, null, plannedEnd, null, null, homeAt)
                        : new LoggerOverview.Run(
                                mission.run().missionId(),
                                mission.run().state(),
                                mission.run().writtenAt(),
                                mission.run().startsAt(),
                                mission.run().endsAt(),
                                plannedEnd,
                                mission.run().batteryEndsAt(),
                                mission.run().collectedAt(),
                                homeAt),
                new LoggerOverview.Stay(
                        nowhere ? null : 3L,
                        nowhere ? null : 1L,
                        nowhere ? null : "Vault 1",
                        nowhere ? null : "Ostrel",
                        placed ? days(placedDay) : null,
                        takenAt,
                        misfit,
                        collectDays),
                new LoggerOverview.Link(connected, connected && !station, alarmed, alarmedAt, silence),
                collectedAt,
                calibrationDue,
                List.of());
        return new Needs(rules).of(s, NOW).stream().map(Need::kind).toList();
    }

    private static LoggerOverview running(int endsIn, int batteryEndsIn) {
        return mission(MissionState.LOGGING, days(-9), days(endsIn), days(batteryEndsIn));
    }

    @Test
    void an_end_that_was_planned_is_no_full_memory() {
        plannedEnd = true;
        assertThat(kinds(running(6, 300))).isEmpty();
        assertThat(kinds(running(-1, 300))).containsExactly(Kind.STOPPED);
    }

    @Test
    void memory_and_battery_count_against_the_next_visit() {
        assertThat(kinds(running(30, 300))).isEmpty();
        assertThat(kinds(running(6, 300))).containsExactly(Kind.MEMORY_FILLS);
        assertThat(kinds(running(30, 5))).containsExactly(Kind.BATTERY_ENDS);
        assertThat(kinds(running(0, 300))).containsExactly(Kind.MEMORY_FULL);
        assertThat(kinds(running(30, -1))).containsExactly(Kind.BATTERY_EMPTY);
        assertThat(kinds(running(-1, 3))).containsExactly(Kind.MEMORY_FULL, Kind.BATTERY_ENDS);
        // collected every 50 days since it was placed 9 days ago: the next visit is in 41
        collectDays = 50;
        placed = true;
        assertThat(kinds(running(42, 300))).isEmpty();
        // what ends it is the earliest: its memory does not come to be full
        assertThat(kinds(running(40, 39))).containsExactly(Kind.BATTERY_ENDS);
    }

    @Test
    void a_required_collection_is_reckoned_from_the_last_one_or_the_placing() {
        placed = true;
        collectDays = 9;
        assertThat(kinds(running(30, 300))).containsExactly(Kind.OVERDUE);
        collectedAt = days(-2);
        assertThat(kinds(running(30, 300))).isEmpty();
        // somebody else's, from before it was placed, does not count
        collectedAt = days(-12);
        assertThat(kinds(running(30, 300))).containsExactly(Kind.OVERDUE);
        collectDays = 10;
        assertThat(kinds(running(30, 300))).isEmpty();
    }

    @Test
    void a_start_that_nobody_saw_and_a_stop_that_nobody_ended() {
        assertThat(kinds(mission(MissionState.WAITING, null, null, null))).containsExactly(Kind.NEVER_STARTED);
        assertThat(kinds(mission(MissionState.COLLECTED, days(-9), null, null))).containsExactly(Kind.LEFT_STOPPED);
        // ended by somebody's hand before its memory was full
        assertThat(kinds(mission(MissionState.ENDED, days(-9), days(-1), null))).containsExactly(Kind.STOPPED);
        retired = true;
        assertThat(kinds(mission(MissionState.COLLECTED, days(-9), null, null))).isEmpty();
        placed = true;
        assertThat(kinds(null)).containsExactly(Kind.NO_PLAN);
        assertThat(kinds(mission(MissionState.COLLECTED, days(-9), null, null))).isEmpty();
        // taken out of stock the day after its last collection, and not written since
        placedDay = -2;
        assertThat(kinds(mission(MissionState.COLLECTED, days(-9), null, null))).containsExactly(Kind.NO_PLAN);
    }

    @Test
    void what_is_at_hand_needs_no_journey_but_its_alarm_a_look() {
        connected = true;
        // what was foreseen has not come: it answers
        assertThat(kinds(running(-1, -1))).isEmpty();
        alarmed = true;
        assertThat(kinds(running(-1, -1))).containsExactly(Kind.ALARM);
        // once its records are home since it was raised, there is nothing left to collect it for
        assertThat(kinds(mission(MissionState.COLLECTED, days(-9), null, null))).isEmpty();
        alarmedAt = days(-2);
        homeAt = days(-3);
        assertThat(kinds(running(-1, -1))).containsExactly(Kind.ALARM);
        homeAt = days(-1);
        assertThat(kinds(running(-1, -1))).isEmpty();
    }

    /** Connected is not cared for. */
    @Test
    void a_station_that_answers_needs_somebody_like_any_other() {
        connected = true;
        station = true;
        assertThat(kinds(mission(MissionState.ENDED, days(-9), days(-1), null))).containsExactly(Kind.STOPPED);
        assertThat(kinds(mission(MissionState.COLLECTED, days(-9), null, null))).containsExactly(Kind.LEFT_STOPPED);
        assertThat(kinds(mission(MissionState.WAITING, null, null, null))).containsExactly(Kind.NEVER_STARTED);
        assertThat(kinds(running(6, 300))).containsExactly(Kind.MEMORY_FILLS);
        assertThat(kinds(running(30, 5))).containsExactly(Kind.BATTERY_ENDS);
        // it answers: its battery is not empty, whatever was foreseen
        assertThat(kinds(running(30, -1))).isEmpty();
        collectDays = 9;
        placed = true;
        assertThat(kinds(running(30, 300))).containsExactly(Kind.OVERDUE);
        // in the dock, too
        station = false;
        assertThat(kinds(mission(MissionState.ENDED, days(-9), days(-1), null)))
                .containsExactly(Kind.STOPPED, Kind.OVERDUE);
    }

    @Test
    void what_waits_on_the_table_has_not_failed_to_start() {
        connected = true;
        assertThat(kinds(mission(MissionState.WAITING, null, null, null))).isEmpty();
        connected = false;
        nowhere = true;
        assertThat(kinds(mission(MissionState.WAITING, null, null, null))).isEmpty();
    }

    @Test
    void what_was_taken_away_running_is_to_be_emptied_and_nothing_else() {
        takenAt = days(-1);
        nowhere = true;
        assertThat(kinds(running(3, 2))).containsExactly(Kind.NOT_EMPTIED);
        assertThat(kinds(mission(MissionState.ENDED, days(-9), days(-2), null))).containsExactly(Kind.NOT_EMPTIED);
        // nothing is in it, or all of it is home
        assertThat(kinds(mission(MissionState.WAITING, null, null, null))).isEmpty();
        assertThat(kinds(mission(MissionState.COLLECTED, days(-9), null, null))).isEmpty();
    }

    @Test
    void what_was_written_otherwise_than_its_spot_wants_says_how() {
        placed = true;
        misfit = "It was written with “A”; the spot requires “B”";
        assertThat(kinds(running(30, 300))).containsExactly(Kind.OTHERWISE);
        assertThat(kinds(mission(MissionState.COLLECTED, days(-9), null, null))).containsExactly(Kind.LEFT_STOPPED);
    }

    @Test
    void a_clock_may_be_off_by_so_much_a_day_and_the_organisation_says_by_how_much() {
        // written ten days ago and seen now: two seconds a day are less than a minute
        clockOffset = Duration.ofSeconds(61);
        assertThat(kinds(running(30, 300))).containsExactly(Kind.CLOCK_OFF);
        rules = new AttentionRules(
                new ClockTolerance(Duration.ofSeconds(60), 6.2),
                Duration.ofDays(7),
                Duration.ofHours(24),
                Duration.ofDays(45),
                Duration.ofDays(180));
        assertThat(kinds(running(30, 300))).isEmpty();
        clockOffset = Duration.ofSeconds(-63);
        assertThat(kinds(running(30, 300))).containsExactly(Kind.CLOCK_OFF);
        clockOffset = Duration.ZERO;
        calibrationDue = days(44);
        assertThat(kinds(running(30, 300))).containsExactly(Kind.CALIBRATION_DUE);
    }

    @Test
    void somebody_comes_by_within_the_time_that_the_organisation_says() {
        assertThat(kinds(running(9, 300))).isEmpty();
        rules = new AttentionRules(
                ClockTolerance.DEFAULT,
                Duration.ofDays(10),
                Duration.ofHours(24),
                Duration.ofDays(30),
                Duration.ofDays(180));
        assertThat(kinds(running(9, 300))).containsExactly(Kind.MEMORY_FILLS);
    }

    @Test
    void clock_calibration_and_silence() {
        clockOffset = Duration.ofSeconds(-61);
        assertThat(kinds(running(30, 300))).containsExactly(Kind.CLOCK_OFF);
        clockOffset = Duration.ofSeconds(60);
        calibrationDue = days(29);
        assertThat(kinds(running(30, 300))).containsExactly(Kind.CALIBRATION_DUE);
        calibrationDue = days(-1);
        assertThat(kinds(running(30, 300))).containsExactly(Kind.CALIBRATION_LAPSED);
        calibrationDue = days(31);
        seenAt = days(-181);
        assertThat(kinds(running(30, 300))).containsExactly(Kind.LOST);
    }

    @Test
    void a_station_that_is_silent_longer_than_two_of_its_collections_needs_somebody() {
        silence = new Silence(1, NOW.minus(Duration.ofMinutes(40)), "nothing answers at its address", 20);
        assertThat(kinds(running(30, 300))).isEmpty();
        silence = new Silence(1, NOW.minus(Duration.ofHours(24)), "nothing answers at its address", 20);
        assertThat(kinds(running(30, 300))).containsExactly(Kind.SILENT);
        assertThat(silence.missed(NOW)).isEqualTo(72);
        // one that is collected when somebody asks misses nothing, and is missed all the same
        silence = new Silence(1, NOW.minus(Duration.ofMinutes(59)), "nothing answers at its address", 0);
        assertThat(kinds(running(30, 300))).isEmpty();
        silence = new Silence(1, NOW.minus(Duration.ofMinutes(61)), "nothing answers at its address", 0);
        assertThat(kinds(running(30, 300))).containsExactly(Kind.SILENT);
        assertThat(silence.missed(NOW)).isZero();
    }
}
