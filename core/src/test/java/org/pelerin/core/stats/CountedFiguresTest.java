package org.pelerin.core.stats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.record.SampleSource;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.series.ListedAxis;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;

class CountedFiguresTest {

    private static final Instant AT = Instant.parse("2026-03-02T08:00:00Z");
    private static final ZoneId PARIS = ZoneId.of("Europe/Paris");

    private static SampleSource every(Duration interval, double... values) {
        Series s = Series.of(Channel.of("Meter", "L"), TimeAxis.of(AT, interval, values.length), values, null);
        return JudgedRecord.of(List.of(s)).sources().get(0);
    }

    private static SampleSource changes(long[] minutes, double... states) {
        long[] at = new long[minutes.length];
        for (int i = 0; i < at.length; i++) {
            at[i] = AT.toEpochMilli() + minutes[i] * 60_000;
        }
        Series s = Series.of(
                Channel.of("Hatch", ""),
                ListedAxis.events(at, AT.plus(Duration.ofHours(10)), ClockCorrection.NONE),
                states,
                null);
        return JudgedRecord.of(List.of(s)).sources().get(0);
    }

    @Test
    void openings_are_counted_with_the_one_it_began_with_and_the_longest_is_named() {
        // open 10 min, shut 20, open 30, shut 60, open to the end at 10 h: 600 − 120
        ContactFigures f = ContactFigures.of(changes(new long[] {0, 10, 30, 60, 120}, 1, 0, 1, 0, 1));
        assertThat(f.openings()).isEqualTo(3);
        assertThat(f.open()).isEqualTo(Duration.ofMinutes(10 + 30 + 480));
        assertThat(f.observed()).isEqualTo(Duration.ofHours(10));
        assertThat(f.longest()).isEqualTo(Duration.ofMinutes(480));
        assertThat(f.longestAt()).isEqualTo(AT.plus(Duration.ofMinutes(120)));
    }

    @Test
    void a_state_told_twice_is_one_opening_and_missing_data_break_it() {
        assertThat(ContactFigures.of(changes(new long[] {0, 10, 20, 50}, 1, 1, 1, 0))
                        .openings())
                .isEqualTo(1);
        ContactFigures broken = ContactFigures.of(changes(new long[] {0, 10, 20, 50}, 1, Double.NaN, 1, 0));
        assertThat(broken.openings()).isEqualTo(2);
        assertThat(broken.open()).isEqualTo(Duration.ofMinutes(40));
        assertThat(broken.longest()).isEqualTo(Duration.ofMinutes(30));
    }

    @Test
    void one_that_never_opened_has_no_longest() {
        ContactFigures f = ContactFigures.of(changes(new long[] {0}, 0));
        assertThat(f.openings()).isZero();
        assertThat(f.longestAt()).isNull();
    }

    @Test
    void the_greatest_hour_is_one_of_the_local_clock() {
        // from 09:00 in Paris, every 20 min: 1+2+3, 4+9+1, 2
        CountFigures f = CountFigures.of(every(Duration.ofMinutes(20), 1, 2, 3, 4, 9, 1, 2), PARIS);
        assertThat(f.total()).isCloseTo(22, within(1e-12));
        assertThat(f.greatest()).isCloseTo(14, within(1e-12));
        assertThat(f.greatestAt()).isEqualTo(AT.plus(Duration.ofHours(1)));
        // where the clock is half an hour off: 3:30 for 30 min with 1+2, then 3+4+9, 1+2
        CountFigures newfoundland =
                CountFigures.of(every(Duration.ofMinutes(20), 1, 2, 3, 4, 9, 1, 2), ZoneId.of("America/St_Johns"));
        assertThat(newfoundland.greatest()).isCloseTo(16, within(1e-12));
    }

    @Test
    void what_is_missing_is_left_out_and_records_longer_than_an_hour_have_no_greatest_hour() {
        assertThat(CountFigures.of(every(Duration.ofMinutes(20), 1, Double.NaN, 3), PARIS)
                        .total())
                .isEqualTo(4);
        CountFigures daily = CountFigures.of(every(Duration.ofHours(24), 5, 6), PARIS);
        assertThat(daily.total()).isEqualTo(11);
        assertThat(daily.greatest()).isNaN();
        assertThat(CountFigures.of(every(Duration.ofMinutes(1)), PARIS).greatestAt())
                .isNull();
    }
}
