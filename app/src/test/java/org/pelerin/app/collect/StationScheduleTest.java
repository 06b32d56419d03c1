package org.pelerin.app.collect;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.pelerin.app.loggers.connection.Station;

class StationScheduleTest {

    private static final Instant SIX = Instant.parse("2026-03-02T06:00:00Z");

    /** Every hour from six on, tried again after 7 minutes. */
    private static Station station(Instant nextAt, int retries) {
        return new Station(1, "127.0.0.1", 7430, "tech", SIX, SIX, "", 60, 7, nextAt, SIX, retries, "", "PL-1");
    }

    @Test
    void failures_do_not_shift_the_times_that_follow() {
        Instant tried = Instant.parse("2026-03-02T06:21:00Z");
        assertThat(StationSchedule.next(station(tried, 2), tried)).isEqualTo("2026-03-02T07:00:00Z");
        // after hours in vain too
        Instant late = Instant.parse("2026-03-02T09:48:00Z");
        assertThat(StationSchedule.next(station(late, 9), late)).isEqualTo("2026-03-02T10:00:00Z");
        assertThat(StationSchedule.next(station(SIX, 0), SIX)).isEqualTo("2026-03-02T07:00:00Z");
    }
}
