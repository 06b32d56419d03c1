package org.pelerin.core.series;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SeriesPartTest {

    private static final Instant START = Instant.parse("2026-01-01T00:00:00Z");
    private static final Resolution STEP = Resolution.of(1, 20);

    private static SeriesPart part(double[] all, int from, int to) {
        TimeAxis axis =
                TimeAxis.of(START.plusSeconds(10L * from), Duration.ofSeconds(10), to - from, ClockCorrection.NONE);
        return new SeriesPart(Channel.of("Air", "°C"), from, axis, Arrays.copyOfRange(all, from, to), STEP);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4})
    void blocks_are_the_same_whether_encoded_at_once_or_part_by_part(long seed) {
        Random random = new Random(seed);
        double[] all = new double[20_000 + random.nextInt(9_000)];
        for (int i = 0; i < all.length; i++) {
            all[i] = random.nextInt(50) == 0 ? Double.NaN : STEP.value(random.nextInt(400));
        }
        // no whole step: its block holds doubles
        all[random.nextInt(all.length)] = Math.PI;
        List<Block> expected = part(all, 0, all.length).series().blocks();
        List<Block> kept = new ArrayList<>();
        for (int from = 0; from < all.length; ) {
            // now and then some are had again, as of a page that grew, and now and then none came
            int again = Math.max(0, from - random.nextInt(300));
            int to = Math.min(all.length, from + random.nextInt(3) * random.nextInt(5_000));
            SeriesPart part = part(all, again, to);
            List<Block> more = part.blocks(Arrays.copyOfRange(all, (int) part.blockStart(), again));
            kept.subList((int) (part.blockStart() / Block.CAPACITY), kept.size())
                    .clear();
            kept.addAll(more);
            from = to;
        }
        assertThat(kept).hasSameSizeAs(expected);
        for (int b = 0; b < kept.size(); b++) {
            assertThat(kept.get(b).data()).isEqualTo(expected.get(b).data());
            assertThat(kept.get(b).firstIndex()).isEqualTo(expected.get(b).firstIndex());
            assertThat(kept.get(b).cells().min())
                    .isEqualTo(expected.get(b).cells().min());
        }
        SeriesPart part = part(all, 5_000, 6_000);
        assertThatThrownBy(() -> part.blocks(new double[5])).hasMessageContaining("do not fill");
        assertThatThrownBy(part::series).hasMessageContaining("not here");
    }
}
