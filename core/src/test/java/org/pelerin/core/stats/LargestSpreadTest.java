package org.pelerin.core.stats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.function.DoubleUnaryOperator;
import org.junit.jupiter.api.Test;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;

class LargestSpreadTest {

    private static final Instant START = Instant.parse("2026-03-02T00:00:00Z");
    private static final long FROM = START.toEpochMilli();

    private static LargestSpread.Compared source(long offset, int seconds, double... values) {
        Series s = Series.of(
                Channel.of("Value", "°C"),
                TimeAxis.of(START.plusMillis(offset), Duration.ofSeconds(seconds), values.length),
                values,
                null);
        return new LargestSpread.Compared(JudgedRecord.of(List.of(s)).sources().get(0), DoubleUnaryOperator.identity());
    }

    @Test
    void of_channels_at_different_rates_as_worked_out_by_hand() {
        // every 10 s: 1 2 9 3; every 15 s: 4 0 5; at 20 s 9 stands beside 0
        LargestSpread s = LargestSpread.of(
                        List.of(source(0, 10, 1, 2, 9, 3), source(0, 15, 4, 0, 5)), FROM, FROM + 45_000)
                .orElseThrow();
        assertThat(s.value()).isEqualTo(9);
        assertThat(s.at()).isEqualTo(FROM + 20_000);
        assertThat(s.greatest()).isZero();
        assertThat(s.least()).isEqualTo(1);
        // before 20 s it is 3, at once
        LargestSpread before = LargestSpread.of(
                        List.of(source(0, 10, 1, 2, 9, 3), source(0, 15, 4, 0, 5)), FROM, FROM + 20_000)
                .orElseThrow();
        assertThat(before.value()).isEqualTo(3);
        assertThat(before.at()).isEqualTo(FROM);
        assertThat(before.greatest()).isEqualTo(1);
    }

    @Test
    void channels_that_never_stand_at_once_have_none() {
        assertThat(LargestSpread.of(List.of(source(0, 10, 1, 2), source(60_000, 10, 9, 9)), FROM, FROM + 200_000))
                .isEmpty();
        assertThat(LargestSpread.of(List.of(source(0, 10, 1, 2)), FROM, FROM + 20_000))
                .isEmpty();
    }

    @Test
    void it_is_that_of_every_millisecond() {
        for (int seed = 0; seed < 40; seed++) {
            Random random = new Random(seed);
            int count = 2 + random.nextInt(4);
            List<LargestSpread.Compared> all = new ArrayList<>();
            double[][] values = new double[count][];
            int[] seconds = new int[count];
            for (int s = 0; s < count; s++) {
                seconds[s] = 7 + random.nextInt(50);
                values[s] = new double[500 + random.nextInt(4000)];
                for (int i = 0; i < values[s].length; i++) {
                    values[s][i] =
                            random.nextInt(30) == 0 ? Double.NaN : Math.round(random.nextGaussian() * 100) / 100.0;
                }
                all.add(source(0, seconds[s], values[s]));
            }
            double largest = 0;
            long at = 0;
            // second by second, as all intervals are whole ones
            for (int t = 0; t < 20_000; t++) {
                double high = Double.NEGATIVE_INFINITY;
                double low = Double.POSITIVE_INFINITY;
                for (int s = 0; s < count; s++) {
                    int i = t / seconds[s];
                    double v = i < values[s].length ? values[s][i] : Double.NaN;
                    if (!Double.isNaN(v)) {
                        high = Math.max(high, v);
                        low = Math.min(low, v);
                    }
                }
                if (high - low > largest) {
                    largest = high - low;
                    at = FROM + t * 1000L;
                }
            }
            LargestSpread found =
                    LargestSpread.of(all, FROM, FROM + 20_000_000L).orElseThrow();
            assertThat(found.value()).as("seed " + seed).isCloseTo(largest, within(1e-12));
            assertThat(found.at()).as("seed " + seed).isEqualTo(at);
        }
    }
}
