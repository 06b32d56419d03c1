package org.pelerin.app.fleet.attention;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.app.missions.MissionState;

class LoggerStatusTest {

    private static final Instant NOW = Instant.parse("2026-03-19T07:40:00Z");

    private boolean retired;
    private boolean lost;
    private boolean connected;
    private boolean docked;
    private boolean plannedEnd;

    private static Instant days(int n) {
        return NOW.plus(Duration.ofDays(n));
    }

    private LoggerStatus of(MissionState state, Instant startsAt, Instant endsAt, Instant batteryEndsAt) {
        return LoggerStatus.of(
                new LoggerOverview(
                        new LoggerOverview.Device(7, "PL-1", "alder-t1", Duration.ZERO, NOW, retired, lost),
                        new LoggerOverview.Run(
                                state == null ? null : 1L,
                                state,
                                days(-10),
                                startsAt,
                                endsAt,
                                plannedEnd,
                                batteryEndsAt,
                                null,
                                null),
                        new LoggerOverview.Stay(3L, 1L, "Vault 1", "Ostrel", null, null, "", null),
                        new LoggerOverview.Link(connected, docked, false, null, null),
                        null,
                        null,
                        List.of()),
                NOW);
    }

    @Test
    void what_ends_first_says_how_it_stands() {
        assertThat(of(MissionState.LOGGING, days(-9), days(9), days(300))).isEqualTo(LoggerStatus.AT_WORK);
        assertThat(of(MissionState.LOGGING, days(-9), days(-1), days(300))).isEqualTo(LoggerStatus.FULL);
        assertThat(of(MissionState.LOGGING, days(-9), days(9), days(-1))).isEqualTo(LoggerStatus.FLAT);
        plannedEnd = true;
        assertThat(of(MissionState.LOGGING, days(-9), days(-1), days(300))).isEqualTo(LoggerStatus.ENDED);
    }

    @Test
    void what_is_not_begun_and_what_is_over() {
        assertThat(of(MissionState.WAITING, null, null, null)).isEqualTo(LoggerStatus.WAITING);
        assertThat(of(MissionState.LOGGING, days(1), days(9), null)).isEqualTo(LoggerStatus.WAITING);
        assertThat(of(MissionState.ENDED, days(-9), days(-1), null)).isEqualTo(LoggerStatus.ENDED);
        assertThat(of(MissionState.COLLECTED, days(-9), days(-1), null)).isEqualTo(LoggerStatus.STOPPED);
        assertThat(of(null, null, null, null)).isEqualTo(LoggerStatus.STOCK);
    }

    @Test
    void one_that_records_in_the_dock_does_not_work_at_its_spot() {
        connected = true;
        docked = true;
        assertThat(of(MissionState.LOGGING, days(-9), days(9), null)).isEqualTo(LoggerStatus.IN_DOCK);
        assertThat(LoggerStatus.IN_DOCK.works()).isFalse();
        // over the network, from where it hangs
        docked = false;
        assertThat(of(MissionState.LOGGING, days(-9), days(-1), null)).isEqualTo(LoggerStatus.AT_WORK);
    }

    @Test
    void one_that_was_given_up_is_not_in_stock() {
        retired = true;
        assertThat(of(MissionState.LOGGING, days(-9), days(9), null)).isEqualTo(LoggerStatus.STOCK);
        lost = true;
        assertThat(of(MissionState.LOGGING, days(-9), days(9), null)).isEqualTo(LoggerStatus.LOST);
        // it was found, and written again
        retired = false;
        assertThat(of(MissionState.LOGGING, days(-9), days(9), null)).isEqualTo(LoggerStatus.AT_WORK);
    }
}
