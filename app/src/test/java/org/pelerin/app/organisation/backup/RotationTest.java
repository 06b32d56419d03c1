package org.pelerin.app.organisation.backup;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;

class RotationTest {

    private static LocalDateTime day(String date) {
        return LocalDate.parse(date).atTime(2, 10);
    }

    /** As each night does it: what one night has removed, the next cannot keep. */
    private static Set<LocalDateTime> after(Rotation rotation, String first, int nights) {
        Set<LocalDateTime> there = new TreeSet<>();
        for (int i = 0; i < nights; i++) {
            there.add(day(first).plusDays(i));
            there.removeAll(rotation.removed(there));
        }
        return there;
    }

    @Test
    void of_a_year_of_nights_seven_days_four_weeks_and_twelve_months_are_left() {
        // 2026-12-01 is a Tuesday; the newest of a month so far is that of the last night
        assertThat(after(Rotation.of("7 4 12"), "2025-12-01", 366))
                .containsExactly(
                        day("2026-01-31"),
                        day("2026-02-28"),
                        day("2026-03-31"),
                        day("2026-04-30"),
                        day("2026-05-31"),
                        day("2026-06-30"),
                        day("2026-07-31"),
                        day("2026-08-31"),
                        day("2026-09-30"),
                        day("2026-10-31"),
                        day("2026-11-15"),
                        day("2026-11-22"),
                        day("2026-11-25"),
                        day("2026-11-26"),
                        day("2026-11-27"),
                        day("2026-11-28"),
                        day("2026-11-29"),
                        day("2026-11-30"),
                        day("2026-12-01"));
    }

    @Test
    void the_newest_stays_whatever_is_set() {
        List<LocalDateTime> all = List.of(day("2026-11-01"), day("2026-11-02"));
        assertThat(Rotation.of("0 0 0").removed(all)).containsExactly(day("2026-11-01"));
        assertThat(Rotation.of("7 4 12").removed(List.of())).isEmpty();
    }

    @Test
    void of_several_of_a_day_the_last_is_kept_and_days_without_one_count_for_nothing() {
        LocalDateTime early = LocalDateTime.parse("2026-11-02T02:10:00");
        LocalDateTime late = LocalDateTime.parse("2026-11-02T17:00:00");
        LocalDateTime old = LocalDateTime.parse("2026-10-01T02:10:00");
        assertThat(Rotation.of("2 0 0").removed(List.of(early, late, old))).containsExactly(early);
    }
}
