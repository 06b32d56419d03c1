package org.pelerin.app.judge.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;

class MatchingTest {

    private static Series series(String label, String unit, double... values) {
        TimeAxis axis = TimeAxis.of(Instant.EPOCH, Duration.ofMinutes(10), values.length);
        return Series.of(Channel.of(label, unit), axis, values, null);
    }

    private static double[] values(Series s) {
        return s.values(0, s.axis().count());
    }

    @Test
    void a_plan_in_fahrenheit_is_rehearsed_on_missions_in_celsius() {
        List<Series> found = Matching.of(
                List.of(series("Air", "°C", 10, 14, Double.NaN), series("Humidity", "%RH", 90, 91, 92)),
                Map.of("Air", "°F"));
        assertThat(found).singleElement().satisfies(s -> {
            assertThat(s.unit().symbol()).isEqualTo("°F");
            assertThat(values(s)).containsExactly(50, 57.2, Double.NaN);
        });
        // and the other way round
        assertThat(values(Matching.of(List.of(series("Air", "°F", 50, 57.2)), Map.of("Air", "°C"))
                        .get(0)))
                .containsExactly(10, 14);
        // by way of a third unit
        assertThat(values(Matching.of(List.of(series("Feed", "bar", 1.5)), Map.of("Feed", "Pa"))
                        .get(0)))
                .containsExactly(150_000);
    }

    @Test
    void the_only_channel_of_a_quantity_is_found_whatever_it_was_called() {
        List<Series> record = List.of(series("Vault", "°C", 12), series("Damp", "%RH", 90));
        assertThat(Matching.of(record, Map.of("Air", "°F")))
                .singleElement()
                .satisfies(s -> assertThat(s.label()).isEqualTo("Air"));
        List<Series> two = List.of(series("In", "°C", 12), series("Out", "°C", 13));
        assertThat(Matching.of(two, Map.of("Air", "°C"))).isEmpty();
        assertThat(Matching.of(record, Map.of("Level", "m"))).isEmpty();
        // the same name for another quantity is another channel
        assertThat(Matching.of(List.of(series("Air", "kPa", 101)), Map.of("Air", "°C")))
                .isEmpty();
    }
}
