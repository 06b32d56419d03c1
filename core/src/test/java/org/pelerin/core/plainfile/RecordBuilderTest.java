package org.pelerin.core.plainfile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.function.LongUnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.pelerin.core.series.Block;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;

/** Rows become the same series wherever their blocks lie: in memory, in a file, or some here and some there. */
class RecordBuilderTest {

    private static final Instant BEGIN = Instant.parse("2026-03-02T23:00:00Z");
    private static final List<Channel> CHANNELS = List.of(Channel.of("Air", "°C"), Channel.of("Humidity", "%RH"));
    private static final int ROWS = 3 * Block.CAPACITY + 1234;

    /** A row: its instant in ms since the first, its values; NaN for an empty cell. */
    private record Row(long at, double air, double humidity) {}

    private static List<Row> rows(LongUnaryOperator instant, long seed) {
        Random random = new Random(seed);
        List<Row> out = new ArrayList<>();
        for (int i = 0; i < ROWS; i++) {
            double air = random.nextInt(50) == 0 ? Double.NaN : random.nextInt(4000) / 100.0 - 10;
            out.add(new Row(instant.applyAsLong(i), air, random.nextDouble()));
        }
        return out;
    }

    private static List<Series> series(List<Row> rows, Duration nominal, long room) {
        RecordBuilder builder = new RecordBuilder(CHANNELS, new Scratch(room));
        // in pieces, as a file comes
        for (int from = 0; from < rows.size(); from += 1000) {
            StringBuilder text = new StringBuilder();
            for (Row r : rows.subList(from, Math.min(rows.size(), from + 1000))) {
                text.append(BEGIN.plusMillis(r.at))
                        .append(',')
                        .append(Double.isNaN(r.air) ? "" : String.valueOf(r.air))
                        .append(',')
                        .append(r.humidity)
                        .append('\n');
            }
            byte[] bytes = text.toString().getBytes(StandardCharsets.UTF_8);
            Rows parsed = new Rows(bytes, bytes.length, CHANNELS.size()).parse();
            assertThat(parsed.error()).isNull();
            builder.add(parsed, from + 2L);
        }
        return builder.series(nominal);
    }

    /** Instants and values, one after the other. */
    private static List<Row> told(List<Series> series) {
        List<Row> out = new ArrayList<>();
        double[] air = values(series.get(0));
        double[] humidity = values(series.get(1));
        for (int i = 0; i < air.length; i++) {
            out.add(new Row(series.get(0).axis().millisAt(i) - BEGIN.toEpochMilli(), air[i], humidity[i]));
        }
        return out;
    }

    /** How long its last value stands. */
    private static Duration interval(Series s) {
        long last = s.axis().count() - 1;
        return Duration.ofMillis(s.axis().millisAt(last + 1) - s.axis().millisAt(last));
    }

    private static double[] values(Series s) {
        return s.blocks().stream()
                .flatMapToDouble(b -> java.util.Arrays.stream(b.values()))
                .toArray();
    }

    @ParameterizedTest
    @ValueSource(longs = {0, 30_000, Long.MAX_VALUE})
    void evenly_spaced_rows_are_told_as_they_came(long room) {
        List<Row> rows = rows(i -> i * 10_000, 1);
        List<Series> series = series(rows, null, room);
        assertThat(told(series)).isEqualTo(rows);
        assertThat(interval(series.get(0))).isEqualTo(Duration.ofSeconds(10));
    }

    @ParameterizedTest
    @ValueSource(longs = {0, 30_000, Long.MAX_VALUE})
    void rows_about_every_so_often_keep_their_instants(long room) {
        Random random = new Random(2);
        long[] at = {0};
        List<Row> rows = rows(i -> i == 0 ? 0 : (at[0] += 700 + random.nextInt(600)), 3);
        List<Series> series = series(rows, Duration.ofSeconds(1), room);
        assertThat(told(series)).isEqualTo(rows);
        // read by several at once, and backwards
        java.util.stream.IntStream.range(0, ROWS)
                .parallel()
                .map(i -> ROWS - 1 - i)
                .forEach(i -> assertThat(series.get(0).axis().millisAt(i) - BEGIN.toEpochMilli())
                        .isEqualTo(rows.get(i).at));
    }

    /** Where the logger was off for an hour after the 5000th row: a grid is filled up, others get one missing value. */
    @ParameterizedTest
    @ValueSource(longs = {0, 30_000, Long.MAX_VALUE})
    void where_rows_are_missing_a_value_is_missing(long room) {
        List<Row> grid = rows(i -> i * 10_000 + (i >= 5000 ? 3_600_000 : 0), 4);
        List<Row> told = told(series(grid, null, room));
        assertThat(told).hasSize(ROWS + 360);
        assertThat(told.subList(0, 5000)).isEqualTo(grid.subList(0, 5000));
        assertThat(told.subList(5000, 5360)).allMatch(r -> Double.isNaN(r.air) && Double.isNaN(r.humidity));
        assertThat(told.subList(5360, told.size())).isEqualTo(grid.subList(5000, ROWS));

        List<Row> uneven = rows(i -> i * 10_000 + i % 3 + (i >= 5000 ? 3_600_000 : 0), 5);
        List<Row> other = told(series(uneven, Duration.ofSeconds(10), room));
        assertThat(other).hasSize(ROWS + 1);
        assertThat(other.get(5000).at).isEqualTo(uneven.get(4999).at + 10_000);
        assertThat(other.get(5000).air).isNaN();
        assertThat(other.subList(5001, other.size())).isEqualTo(uneven.subList(5000, ROWS));
    }

    @Test
    void the_interval_is_the_median_spacing_whatever_the_cells_hold() {
        // 60 s twice as often as 10 s
        long[] at = {0};
        List<Row> rows = rows(i -> i == 0 ? 0 : (at[0] += i % 3 == 0 ? 10_000 : 60_000), 6);
        assertThat(interval(series(rows, null, 0).get(0))).isEqualTo(Duration.ofMinutes(1));
    }

    @Test
    void rows_that_run_backwards_from_one_piece_to_the_next_are_refused_with_their_line() {
        RecordBuilder builder = new RecordBuilder(CHANNELS, new Scratch(0));
        byte[] first = (BEGIN + ",1,2\n" + BEGIN.plusSeconds(60) + ",1,2\n").getBytes(StandardCharsets.UTF_8);
        byte[] second = (BEGIN.plusSeconds(30) + ",1,2\n").getBytes(StandardCharsets.UTF_8);
        builder.add(new Rows(first, first.length, 2).parse(), 2);
        Rows late = new Rows(second, second.length, 2).parse();
        assertThatThrownBy(() -> builder.add(late, 4))
                .isInstanceOf(PlainFileException.class)
                .hasMessageContaining("line 4");
    }
}
