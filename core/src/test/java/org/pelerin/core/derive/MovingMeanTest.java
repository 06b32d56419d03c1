package org.pelerin.core.derive;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.pelerin.core.record.SampleReader;

/** Windows that grow beyond the room that there is at first tell the same as a plain reading of what they are. */
class MovingMeanTest {

    @ParameterizedTest
    @ValueSource(ints = {1, 7, 1023, 1024, 1025, 3000, 4096})
    void each_value_is_the_mean_of_the_samples_in_its_window(int n) {
        Random random = new Random(n);
        double[] values = new double[9_000];
        double v = 12;
        for (int i = 0; i < values.length; i++) {
            v += random.nextGaussian();
            values[i] = Math.round(v * 100) / 100.0;
        }
        List<Double> told = new ArrayList<>();
        List<Double> largest = new ArrayList<>();
        MovingMean mean = new MovingMean(n, false, new SampleReader() {
            @Override
            public void sample(long from, long to, double value, double terms) {
                told.add(value);
                largest.add(terms);
            }
        });
        mean.begin(0);
        // it starts anew after anything missing, also once it has grown
        for (int i = 0; i < 5_000; i++) {
            mean.sample(i, i + 1, 1e6, 0);
        }
        mean.missing(5_000, 5_001, 1);
        told.clear();
        largest.clear();
        for (int i = 0; i < values.length; i++) {
            mean.sample(5_001 + i, 5_002 + i, values[i], 0);
        }
        assertThat(told).hasSize(values.length - n + 1);
        for (int i = 0; i < told.size(); i += 97) {
            double sum = 0;
            double most = 0;
            for (int k = i; k < i + n; k++) {
                sum += values[k];
                most = Math.max(most, Math.abs(values[k]));
            }
            assertThat(told.get(i)).isCloseTo(sum / n, within(1e-9));
            assertThat(largest.get(i)).isEqualTo(most);
        }
    }
}
