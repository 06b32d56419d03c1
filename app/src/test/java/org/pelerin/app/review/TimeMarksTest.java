package org.pelerin.app.review;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Marks stand at round times of the place, also where its clock changes. */
class TimeMarksTest {

    private static final ZoneId PARIS = ZoneId.of("Europe/Paris");

    private static List<String> labels(String from, String to, int most) {
        return TimeMarks.of(
                        Instant.parse(from).toEpochMilli(), Instant.parse(to).toEpochMilli(), most, PARIS)
                .stream()
                .map(TimeMarks.Mark::label)
                .toList();
    }

    @Test
    void hours_are_those_of_the_site() {
        // 08:17 to 13:40 in Paris, winter
        assertThat(labels("2026-01-08T07:17:00Z", "2026-01-08T12:40:00Z", 8))
                .containsExactly("09:00", "10:00", "11:00", "12:00", "13:00");
        assertThat(labels("2026-01-08T07:17:10Z", "2026-01-08T07:17:31Z", 6))
                .containsExactly("08:17:10", "08:17:15", "08:17:20", "08:17:25", "08:17:30");
    }

    /** 28/29 March 2026: 02:00 to 03:00 is skipped; 25 October 2026: it comes twice, and is marked once. */
    @Test
    void where_the_clock_changes_no_mark_is_out_of_place() {
        assertThat(labels("2026-03-29T00:00:00Z", "2026-03-29T03:00:00Z", 8))
                .containsExactly("01:00", "01:30", "03:00", "03:30", "04:00", "04:30", "05:00");
        List<TimeMarks.Mark> autumn = TimeMarks.of(
                Instant.parse("2026-10-24T22:00:00Z").toEpochMilli(),
                Instant.parse("2026-10-25T22:30:00Z").toEpochMilli(),
                8,
                PARIS);
        assertThat(autumn).extracting(TimeMarks.Mark::label).containsExactly("00:00", "06:00", "12:00", "18:00");
        // seven hours of time from midnight to six
        assertThat(autumn.get(1).at() - autumn.get(0).at()).isEqualTo(7 * 3_600_000L);
    }

    @Test
    void weeks_are_told_by_days_and_years_with_their_number() {
        assertThat(labels("2026-10-31T12:32:00Z", "2026-11-30T11:00:00Z", 10))
                .containsExactly(
                        "5\u00a0Nov", "10\u00a0Nov", "15\u00a0Nov", "20\u00a0Nov", "25\u00a0Nov", "30\u00a0Nov");
        assertThat(labels("2024-01-01T00:00:00Z", "2026-01-01T00:00:00Z", 10)).allMatch(l -> l.matches(".* 20\\d\\d"));
    }

    /** An address can ask for any two numbers. */
    @Test
    void ends_that_are_no_times_have_no_marks_and_thousands_of_years_have_few() {
        assertThat(TimeMarks.of(Long.MIN_VALUE, Long.MAX_VALUE, 10, PARIS)).isEmpty();
        assertThat(TimeMarks.of(0, Long.MAX_VALUE, 10, PARIS)).isEmpty();
        assertThat(TimeMarks.of(5, 4, 10, PARIS)).isEmpty();
        assertThat(labels("1970-01-01T00:00:00Z", "9990-01-01T00:00:00Z", 10)).hasSizeBetween(5, 10);
    }
}
