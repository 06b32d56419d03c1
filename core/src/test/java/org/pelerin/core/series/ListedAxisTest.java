package org.pelerin.core.series;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;

class ListedAxisTest {

    private static final Instant START = Instant.parse("2026-03-02T08:00:00Z");
    private static final long T = START.toEpochMilli();

    private static ListedAxis axis(ClockCorrection correction) {
        return ListedAxis.events(
                new long[] {T, T + 60_000, T + 60_000, T + 3_660_000}, START.plusSeconds(7260), correction);
    }

    @Test
    void a_value_stands_until_the_next_event_and_the_last_until_the_end() {
        ListedAxis a = axis(ClockCorrection.NONE);
        assertThat(a.count()).isEqualTo(4);
        assertThat(a.hoursStanding(0)).isCloseTo(1 / 60.0, within(1e-12));
        assertThat(a.hoursStanding(1)).isZero();
        assertThat(a.hoursStanding(2)).isEqualTo(1);
        assertThat(a.hoursStanding(3)).isEqualTo(1);
        assertThat(a.end()).isEqualTo(START.plusSeconds(7260));
        assertThat(a.events()).isTrue();
    }

    @Test
    void an_instant_finds_the_first_event_at_or_after_it() {
        ListedAxis a = axis(ClockCorrection.NONE);
        assertThat(a.indexAtOrAfter(T - 1)).isZero();
        assertThat(a.indexAtOrAfter(T + 60_000)).isEqualTo(1);
        assertThat(a.indexAtOrAfter(T + 60_001)).isEqualTo(3);
        assertThat(a.indexAtOrAfter(T + 9_000_000)).isEqualTo(4);
    }

    @Test
    void a_clock_that_gained_gives_its_time_back_evenly() {
        // set right at the start, 7.26 s fast after 7260 s: a thousandth
        ClockCorrection gained = new ClockCorrection(START, START.plusSeconds(7260), Duration.ofMillis(7260));
        ListedAxis a = axis(gained);
        assertThat(a.first()).isEqualTo(START);
        assertThat(a.end()).isEqualTo(START.plusSeconds(7260).minusMillis(7260));
        assertThat(a.ownMillisAt(3)).isEqualTo(T + 3_660_000);
        assertThat(a.millisAt(3)).isEqualTo(T + 3_660_000 - 3_660);
    }

    @Test
    void what_makes_no_sense_is_refused() {
        assertThatThrownBy(() -> ListedAxis.events(new long[0], START, ClockCorrection.NONE))
                .hasMessageContaining("at least one");
        assertThatThrownBy(() -> ListedAxis.events(new long[] {T, T - 1}, START, ClockCorrection.NONE))
                .hasMessageContaining("Instant 1 lies before");
        assertThatThrownBy(() -> ListedAxis.events(new long[] {T}, START.minusMillis(1), ClockCorrection.NONE))
                .hasMessageContaining("ends before its last");
    }

    @Test
    void rows_have_an_interval_and_the_last_stands_for_one() {
        ListedAxis rows = ListedAxis.rows(new long[] {T, T + 61_000, T + 119_000}, Duration.ofMinutes(1));
        assertThat(rows.events()).isFalse();
        assertThat(rows.interval()).isEqualTo(Duration.ofMinutes(1));
        assertThat(rows.end()).isEqualTo(START.plusSeconds(179));
        assertThat(rows.hoursStanding(1) * 3600).isCloseTo(58, within(1e-9));
        assertThat(rows)
                .isNotEqualTo(ListedAxis.events(
                        new long[] {T, T + 61_000, T + 119_000}, START.plusSeconds(179), ClockCorrection.NONE));
        assertThatThrownBy(() -> ListedAxis.rows(new long[] {T}, Duration.ZERO))
                .hasMessageContaining("at least a millisecond");
    }
}
