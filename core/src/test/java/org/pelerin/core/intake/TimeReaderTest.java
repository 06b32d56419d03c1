package org.pelerin.core.intake;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.time.ZoneId;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TimeReaderTest {

    private static final ZoneId PARIS = ZoneId.of("Europe/Paris");

    private static Instant read(DateOrder order, String text) throws UnreadableException {
        return Instant.ofEpochMilli(new TimeReader(order, PARIS).millis(text));
    }

    /** In Paris, UTC+1 in November and UTC+2 in July. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "YEAR_FIRST|2026-11-23T14:05:09|2026-11-23T13:05:09Z",
                "YEAR_FIRST|2026-11-23 14:05|2026-11-23T13:05:00Z",
                "YEAR_FIRST|2026-11-23T14:05:09.25Z|2026-11-23T14:05:09.250Z",
                "YEAR_FIRST|2026-11-23T14:05:09+05:30|2026-11-23T08:35:09Z",
                "YEAR_FIRST|2026-11-23T14:05:09-0800|2026-11-23T22:05:09Z",
                "YEAR_FIRST|2026/7/4 9:30:00 GMT+1|2026-07-04T08:30:00Z",
                "DAY_FIRST|23.11.2026 14:05:09,5|2026-11-23T13:05:09.500Z",
                "DAY_FIRST|3/7/26 00:00|2026-07-02T22:00:00Z",
                "DAY_FIRST|23-Nov-2026 02:05:09 PM|2026-11-23T13:05:09Z",
                "DAY_FIRST|23 November 2026, 12:05 a.m.|2026-11-22T23:05:00Z",
                "MONTH_FIRST|7/3/2026 12:15 pm|2026-07-03T10:15:00Z",
                "MONTH_FIRST|Nov 23 2026 24:00|2026-11-23T23:00:00Z",
                "YEAR_FIRST|2026-11-23|2026-11-22T23:00:00Z",
                "EPOCH_SECONDS|1700000000.5|2023-11-14T22:13:20.500Z",
                "EPOCH_MILLIS|1700000000123|2023-11-14T22:13:20.123Z",
                // 45 000 days after 1899-12-30 is 2023-03-15; half a day is noon, in Paris UTC+1 on that day
                "DAY_NUMBER|45000.5|2023-03-15T11:00:00Z"
            })
    void reads_what_is_written_in_files(DateOrder order, String text, Instant expected) throws Exception {
        assertThat(read(order, text)).isEqualTo(expected);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "DAY_FIRST|31.02.2026 10:00|is not a date",
                "MONTH_FIRST|23/11/2026 10:00|is not a date",
                "YEAR_FIRST|23.11.2026 10:00|is not a date as year, month, day",
                "DAY_FIRST|23.11.1826 10:00|would be in the year 1826",
                "YEAR_FIRST|2026-11-23 25:00|not a time of day",
                "YEAR_FIRST|2026-11-23 10:61|not a time of day",
                "YEAR_FIRST|2026-11-23 13:00 pm|half day",
                "YEAR_FIRST|2026-11-23 10|before the minutes",
                "YEAR_FIRST|2026-11-23 10:00 noon|goes on with",
                "YEAR_FIRST|soon|is not a month",
                "YEAR_FIRST|#REF!|is not a month",
                "YEAR_FIRST|20261123|too many digits",
                "EPOCH_SECONDS|later|is not a number",
                "EPOCH_MILLIS|9e18|too far away"
            })
    void says_why_it_cannot_read_a_time(DateOrder order, String text, String why) {
        assertThatThrownBy(() -> read(order, text))
                .isInstanceOf(UnreadableException.class)
                .hasMessageContaining(why);
    }

    @Test
    void the_repeated_hour_of_autumn_is_told_apart_by_order() throws Exception {
        TimeReader reader = new TimeReader(DateOrder.YEAR_FIRST, PARIS);
        // clocks go back from 03:00 to 02:00 on 25 October 2026, at 01:00 UTC
        assertThat(Instant.ofEpochMilli(reader.millis("2026-10-25 02:00"))).isEqualTo("2026-10-25T00:00:00Z");
        assertThat(Instant.ofEpochMilli(reader.millis("2026-10-25 02:30"))).isEqualTo("2026-10-25T00:30:00Z");
        assertThat(Instant.ofEpochMilli(reader.millis("2026-10-25 02:00"))).isEqualTo("2026-10-25T01:00:00Z");
        assertThat(Instant.ofEpochMilli(reader.millis("2026-10-25 02:30"))).isEqualTo("2026-10-25T01:30:00Z");
        assertThat(Instant.ofEpochMilli(reader.millis("2026-10-25 03:00"))).isEqualTo("2026-10-25T02:00:00Z");
    }

    @Test
    void the_hour_that_spring_skips_cannot_be() {
        assertThatThrownBy(() -> read(DateOrder.YEAR_FIRST, "2026-03-29 02:30"))
                .hasMessage("2026-03-29 02:30 does not exist in Europe/Paris: clocks went from 02:00 to 03:00");
    }
}
