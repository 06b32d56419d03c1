package org.pelerin.core.series;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

class OutlineTest {

    private static final Instant START = Instant.parse("2026-01-01T00:00:00Z");
    private static double[] values;
    private static Series series;

    @BeforeAll
    static void some() {
        Random random = new Random(7);
        values = random.doubles(1_300_000, -40, 85).toArray();
        for (int hole = 0; hole < 60; hole++) {
            int from = random.nextInt(values.length);
            Arrays.fill(values, from, Math.min(values.length, from + random.nextInt(9_000)), Double.NaN);
        }
        series = Series.of(
                Channel.of("Air", "°C"), TimeAxis.of(START, Duration.ofSeconds(1), values.length), values, null);
    }

    private static double[] valid(long from, long to) {
        return Arrays.stream(values, (int) from, (int) Math.min(values.length, to))
                .filter(v -> !Double.isNaN(v))
                .toArray();
    }

    /** NaN, which equals itself as an object only, for none. */
    private static Double least(double[] of) {
        return Arrays.stream(of).min().orElse(Double.NaN);
    }

    private static Double greatest(double[] of) {
        return Arrays.stream(of).max().orElse(Double.NaN);
    }

    @Test
    void at_every_level_each_holds_the_extremes_of_its_samples() {
        Outline built = Outline.of(series.blocks());
        for (int level = 0; level < Outline.LEVELS; level++) {
            long size = Outline.size(level);
            long count = (values.length + size - 1) / size;
            assertThat(built.count()).isEqualTo((int) count);
            // from blocks at hand, and each level from the one before
            assertThat(series.outline(level, 0, count)).isEqualTo(built);
            for (int g = 0; g < count; g++) {
                double[] own = valid(g * size, (g + 1) * size);
                assertThat(built.min()[g]).isEqualTo(least(own));
                assertThat(built.max()[g]).isEqualTo(greatest(own));
                boolean incomplete = false;
                for (long cell = g * size; cell < Math.min(values.length, (g + 1) * size); cell += 256) {
                    incomplete |= valid(cell, cell + 256).length == 0;
                }
                assertThat(built.incomplete().get(g)).isEqualTo(incomplete);
            }
            built = level + 1 < Outline.LEVELS ? built.coarser() : built;
        }
        assertThat(Outline.size(3)).isEqualTo(1_048_576);
    }

    @Test
    void an_envelope_of_any_stretch_holds_the_extremes_of_each_column() {
        Random random = new Random(3);
        for (int i = 0; i < 300; i++) {
            long from = random.nextInt(values.length);
            long to = from + random.nextInt(values.length - (int) from + 1);
            int columns = 1 + random.nextInt(i % 3 == 0 ? 3 : 300);
            Envelope e = Envelope.of(series, from, to, columns);
            assertThat(e.firstIndex()[0]).isEqualTo(from);
            assertThat(e.firstIndex()[e.columns()]).isEqualTo(to);
            for (int c = 0; c < e.columns(); c++) {
                double[] own = valid(e.firstIndex()[c], e.firstIndex()[c + 1]);
                assertThat(e.min()[c]).isEqualTo(least(own));
                assertThat(e.max()[c]).isEqualTo(greatest(own));
                assertThat(e.firstIndex()[c + 1]).isGreaterThan(e.firstIndex()[c]);
            }
        }
    }

    @Test
    void a_long_view_asks_for_few_grains_and_no_values() {
        long count = 100_000_000;
        long[] asked = new long[1];
        Outlined outlined = new Outlined() {
            @Override
            public long count() {
                return count;
            }

            @Override
            public double[] values(long from, long to) {
                throw new AssertionError("no values are needed");
            }

            @Override
            public Outline outline(int level, long from, long to) {
                asked[0] += to - from;
                return Outline.empty(level, from, (int) (to - from));
            }
        };
        assertThat(Envelope.of(outlined, 0, count, 900).columns()).isEqualTo(900);
        assertThat(asked[0]).isLessThanOrEqualTo(2 * 16 * 900);
    }

    @Test
    void bytes_come_back_and_damaged_ones_never() {
        for (int count : new int[] {0, 1, 7, 8, 9, 1_000, 1_024}) {
            Outline some = Outline.of(series.blocks()).part(100, 100 + count);
            byte[] bytes = some.toBytes();
            assertThat(Outline.fromBytes(0, 100, bytes)).isEqualTo(some);
            byte[] hurt = bytes.clone();
            hurt[new Random(count).nextInt(hurt.length)] ^= 4;
            assertThatThrownBy(() -> Outline.fromBytes(0, 100, hurt)).hasMessageContaining("damaged");
            assertThatThrownBy(() -> Outline.fromBytes(0, 100, Arrays.copyOf(bytes, bytes.length - 1)))
                    .hasMessageContaining("damaged");
        }
    }

    @Test
    void what_does_not_follow_is_refused() {
        Outline some = Outline.of(series.blocks());
        assertThat(Outline.together(List.of(some.part(3, 50), some.part(50, 90))))
                .isEqualTo(some.part(3, 90));
        assertThatThrownBy(() -> Outline.together(List.of(some.part(3, 50), some.part(51, 90))))
                .hasMessageContaining("does not follow 50");
        assertThatThrownBy(() -> some.part(3, 50).coarser()).hasMessageContaining("not the first");
    }

    @Test
    void of_a_window_only_its_blocks_can_be_asked_for() {
        BlockWindow window =
                new BlockWindow(series.blocks().size(), 2, series.blocks().subList(2, 5));
        Series part = new Series(series.channel(), series.axis(), window);
        assertThat(part.values(8_192, 20_480)).isEqualTo(Arrays.copyOfRange(values, 8_192, 20_480));
        assertThatThrownBy(() -> part.values(8_191, 8_193)).hasMessageContaining("was not read");
        assertThatThrownBy(() -> part.values(20_000, 20_481)).hasMessageContaining("was not read");
        assertThatThrownBy(() -> new BlockWindow(4, 2, series.blocks().subList(2, 5)))
                .hasMessageContaining("no 3 from 2");
    }
}
