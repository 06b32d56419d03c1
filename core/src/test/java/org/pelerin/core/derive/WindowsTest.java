package org.pelerin.core.derive;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Random;
import java.util.TreeSet;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WindowsTest {

    /** Minute by minute a clock on the wall is looked at; windows are asked for forwards, and here and there. */
    @ParameterizedTest
    @CsvSource({
        "Europe/Paris, 2025-10-25T00:00:00Z, PT1H",
        "Europe/Paris, 2025-10-25T00:00:00Z, PT6H",
        "Europe/Paris, 2026-03-28T00:00:00Z, PT1H",
        "Europe/Paris, 2026-03-28T00:00:00Z, PT12H",
        "Australia/Lord_Howe, 2026-04-03T00:00:00Z, PT1H",
        "Australia/Lord_Howe, 2026-10-02T00:00:00Z, PT8H",
        "Asia/Kathmandu, 2026-01-01T00:00:00Z, PT2H"
    })
    void parts_of_days_begin_when_the_clock_shows_a_multiple(ZoneId zone, Instant day, Duration length) {
        TreeSet<Long> edges = new TreeSet<>();
        for (long i = 0; i < 3 * 1440; i++) {
            Instant at = day.plus(Duration.ofMinutes(i));
            if (at.atZone(zone).toLocalTime().toSecondOfDay() % length.toSeconds() == 0) {
                edges.add(at.toEpochMilli());
            }
        }
        Windows windows = Windows.onTheClock(length, zone, day.toEpochMilli());
        List<Long> in = List.copyOf(edges);
        for (int i = 1; i < in.size(); i++) {
            assertThat(windows.endingAfter(in.get(i - 1))).isEqualTo(new Windows.Window(in.get(i - 1), in.get(i)));
        }
        Random random = new Random(26);
        for (int i = 0; i < 2000; i++) {
            long at = in.get(0) + (long) (random.nextDouble() * (in.get(in.size() - 1) - in.get(0)));
            assertThat(windows.endingAfter(at)).isEqualTo(new Windows.Window(edges.floor(at), edges.higher(at)));
        }
    }
}
