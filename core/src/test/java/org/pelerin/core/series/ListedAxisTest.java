package org.pelerin.core.series;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
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
        assertThat(a.hoursHeld(0)).isCloseTo(1 / 60.0, within(1e-12));
        assertThat(a.hoursHeld(1)).isZero();
        assertThat(a.hoursHeld(2)).isEqualTo(1);
        assertThat(a.hoursHeld(3)).isEqualTo(1);
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
        assertThatThrownBy(() -> ListedAxis.rows(new long[0], Duration.ofMinutes(1)))
                .hasMessageContaining("at least one");
        assertThatThrownBy(() -> ListedAxis.events(new long[] {T, T - 1}, START, ClockCorrection.NONE))
                .hasMessageContaining("Instant 1 lies before");
        assertThatThrownBy(() -> ListedAxis.events(new long[] {T}, START.minusMillis(1), ClockCorrection.NONE))
                .hasMessageContaining("ends before its last");
    }

    @Test
    void a_part_to_which_no_event_came_has_an_end_all_the_same() {
        ListedAxis none = ListedAxis.events(new long[0], START, ClockCorrection.NONE);
        assertThat(none.count()).isZero();
        assertThat(none.end()).isEqualTo(START);
    }

    @Test
    void rows_have_an_interval_and_the_last_stands_for_one() {
        ListedAxis rows = ListedAxis.rows(new long[] {T, T + 61_000, T + 119_000}, Duration.ofMinutes(1));
        assertThat(rows.events()).isFalse();
        assertThat(rows.interval()).isEqualTo(Duration.ofMinutes(1));
        assertThat(rows.end()).isEqualTo(START.plusSeconds(179));
        assertThat(rows.hoursHeld(1) * 3600).isCloseTo(58, within(1e-9));
        assertThat(rows)
                .isNotEqualTo(ListedAxis.events(
                        new long[] {T, T + 61_000, T + 119_000}, START.plusSeconds(179), ClockCorrection.NONE));
        assertThatThrownBy(() -> ListedAxis.rows(new long[] {T}, Duration.ZERO))
                .hasMessageContaining("at least a millisecond");
    }

    /** Read in blocks, it is the same as held whole, and finding an index reads one block at the most. */
    @Test
    void what_is_read_when_it_is_needed_is_the_same_and_reads_little() {
        Random random = new Random(5);
        long[] own = new long[3 * Block.CAPACITY + 700];
        long at = 1_770_000_000_000L;
        for (int i = 0; i < own.length; i++) {
            // several in the same millisecond, too
            own[i] = at += random.nextInt(4) == 0 ? 0 : random.nextInt(90_000);
        }
        Instant end = Instant.ofEpochMilli(at + 5_000);
        ClockCorrection correction = new ClockCorrection(
                Instant.ofEpochMilli(own[0] - 60_000),
                Instant.ofEpochMilli(at + 60_000),
                Duration.ofSeconds(95),
                List.of());
        ListedAxis whole = ListedAxis.events(own, end, correction);
        List<Integer> reads = new ArrayList<>();
        long[] marks = new long[(own.length + ListedAxis.MARK - 1) / ListedAxis.MARK];
        Arrays.setAll(marks, m -> own[m * ListedAxis.MARK]);
        ListedAxis.Source source = (first, last) -> {
            List<long[]> out = new ArrayList<>();
            for (int b = first; b <= last; b++) {
                reads.add(b);
                out.add(Arrays.copyOfRange(own, b * Block.CAPACITY, Math.min(own.length, (b + 1) * Block.CAPACITY)));
            }
            return out;
        };
        for (int k = 0; k < 200; k++) {
            ListedAxis lazy = ListedAxis.events(own.length, marks, source, end, correction);
            reads.clear();
            long millis = own[0] - 200_000 + (long) (random.nextDouble() * (at - own[0] + 400_000));
            assertThat(lazy.indexAtOrAfter(millis)).isEqualTo(linear(whole, millis));
            assertThat(reads).hasSizeLessThanOrEqualTo(1);
        }
        ListedAxis lazy = ListedAxis.events(own.length, marks, source, end, correction);
        reads.clear();
        for (int i = 0; i < own.length; i += ListedAxis.MARK) {
            assertThat(lazy.ownMillisAt(i)).isEqualTo(own[i]);
        }
        assertThat(lazy.end()).isEqualTo(whole.end());
        assertThat(reads).isEmpty();
        lazy.ready(Block.CAPACITY + 1, 2 * Block.CAPACITY);
        assertThat(reads).containsExactly(1);
        assertThat(lazy.ownMillis()).isEqualTo(own);
        reads.clear();
        // all are there now
        assertThat(lazy).isEqualTo(whole);
        assertThat(reads).isEmpty();
    }

    @Test
    void who_goes_on_from_block_to_block_has_some_read_ahead_and_none_twice() {
        long[] own = new long[40 * Block.CAPACITY + 3];
        Arrays.setAll(own, i -> 1_770_000_000_000L + 7_000L * i);
        long[] marks = new long[(own.length + ListedAxis.MARK - 1) / ListedAxis.MARK];
        Arrays.setAll(marks, m -> own[m * ListedAxis.MARK]);
        List<String> reads = new ArrayList<>();
        ListedAxis lazy = ListedAxis.rows(
                own.length,
                marks,
                (first, last) -> {
                    reads.add(first + "-" + last);
                    List<long[]> out = new ArrayList<>();
                    for (int b = first; b <= last; b++) {
                        out.add(Arrays.copyOfRange(
                                own, b * Block.CAPACITY, Math.min(own.length, (b + 1) * Block.CAPACITY)));
                    }
                    return out;
                },
                Duration.ofSeconds(7),
                Instant.ofEpochMilli(own[own.length - 1] + 7_000));
        // somebody was there before
        lazy.ownMillisAt(30 * Block.CAPACITY + 1);
        for (int i = 0; i < own.length; i++) {
            assertThat(lazy.ownMillisAt(i)).isEqualTo(own[i]);
        }
        assertThat(reads).containsExactly("30-30", "0-0", "1-16", "17-29", "31-40");
    }

    /** An independent second way: one after the other. */
    private static long linear(ListedAxis axis, long millis) {
        for (long i = 0; i < axis.count(); i++) {
            if (axis.millisAt(i) >= millis) {
                return i;
            }
        }
        return axis.count();
    }

    @Test
    void a_block_that_is_not_what_its_marks_say_is_an_error() {
        long[] marks = {1000, 2000};
        Instant end = Instant.ofEpochMilli(3000);
        long[] block = new long[300];
        Arrays.setAll(block, i -> 1000 + 4L * i);
        ListedAxis wrong = ListedAxis.events(300, marks, (a, b) -> List.of(block), end, ClockCorrection.NONE);
        assertThatThrownBy(() -> wrong.millisAt(5)).isInstanceOf(IllegalStateException.class);
        ListedAxis none = ListedAxis.events(300, marks, (a, b) -> List.of(), end, ClockCorrection.NONE);
        assertThatThrownBy(() -> none.millisAt(5)).hasMessageContaining("not all there");
        assertThatThrownBy(() -> ListedAxis.events(600, marks, (a, b) -> List.of(), end, ClockCorrection.NONE))
                .hasMessageContaining("600 instants have not 2 marks");
    }
}
