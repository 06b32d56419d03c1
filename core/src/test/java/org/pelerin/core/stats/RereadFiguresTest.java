package org.pelerin.core.stats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;

class RereadFiguresTest {

    private static final Instant START = Instant.parse("2026-03-02T00:00:00Z");

    /** Six million and more, so that what crowds together is more than is taken out at once. */
    private static double[] values(String kind) {
        Random random = new Random(kind.hashCode());
        int n = kind.equals("crowded") ? 6_000_000 : 300_001;
        double[] out = new double[n];
        for (int i = 0; i < n; i++) {
            out[i] = switch (kind) {
                case "spread" -> random.nextGaussian() * 1e3;
                case "vast" -> Math.scalb(random.nextDouble() - 0.5, random.nextInt(1800) - 900);
                case "zeros" -> i % 3 == 0 ? -0.0 : i % 3 == 1 ? 0.0 : random.nextDouble() * 1e-300;
                // all in one bucket of the first bits
                default -> 20 + random.nextDouble() * 1e-5;
            };
        }
        out[n / 2] = Double.NaN;
        return out;
    }

    @ParameterizedTest
    @ValueSource(strings = {"spread", "vast", "zeros", "crowded"})
    void figures_are_those_of_all_values_sorted(String kind) {
        double[] all = values(kind);
        Series s = Series.of(Channel.of("x", "V"), TimeAxis.of(START, Duration.ofSeconds(1), all.length), all, null);
        Statistics found =
                Statistics.of(JudgedRecord.of(java.util.List.of(s)).sources().get(0), null);
        double[] sorted = Arrays.stream(all)
                .filter(v -> !Double.isNaN(v))
                .map(v -> v + 0.0)
                .sorted()
                .toArray();
        int n = sorted.length;
        assertThat(found.count()).isEqualTo(n);
        // type 7 by its definition
        double[] shares = {0.05, 0.1, 0.5, 0.9, 0.95};
        double[] got = {
            found.quantiles().p05(),
            found.quantiles().p10(),
            found.quantiles().p50(),
            found.quantiles().p90(),
            found.quantiles().p95()
        };
        for (int i = 0; i < shares.length; i++) {
            double h = (n - 1) * shares[i];
            int below = (int) Math.floor(h);
            double wanted = sorted[below] * (1 - (h - below)) + sorted[below + 1] * (h - below);
            assertThat(got[i]).as(kind + " " + shares[i]).isEqualTo(wanted);
        }
        double sd =
                Spread.sample(Arrays.stream(all).filter(v -> !Double.isNaN(v)).toArray(), n);
        assertThat(found.sd()).isCloseTo(sd, within(Math.abs(sd) * 1e-12));
    }
}
