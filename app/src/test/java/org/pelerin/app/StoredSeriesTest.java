package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.stream.LongStream;
import javax.sql.DataSource;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.record.SeriesTable;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.app.review.Chart;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.series.Envelope;
import org.pelerin.core.series.ListedAxis;
import org.pelerin.core.series.Outlined;
import org.pelerin.core.series.Resolution;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.SeriesPart;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.core.unit.ShownUnits;
import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.jdbc.core.JdbcTemplate;

/** Series in the database that grow part by part, read again as a whole, in windows and as pictures. */
@Tag("bed")
@Timeout(120)
class StoredSeriesTest {

    private static final Instant START = Instant.parse("2026-01-01T00:00:00Z");
    private static final Channel AIR = Channel.of("Air", "°C");
    private static final Channel DOOR = Channel.of("Door", "");

    private static TestBed bed;
    private static OwnMission own;
    private static long mission;

    @BeforeAll
    static void mission() {
        bed = TestBed.get();
        own = new OwnMission(bed, "QL-STORED", START);
        mission = own.id;
    }

    @AfterAll
    static void away() {
        own.close();
    }

    private static Mission stored() {
        return own.mission();
    }

    private static ClockCorrection drift(int visit) {
        return new ClockCorrection(
                START, START.plusSeconds(600_000L * (visit + 1)), Duration.ofMillis(900L * visit), List.of());
    }

    private static SeriesPart air(double[] all, int from, int to, ClockCorrection c) {
        TimeAxis axis = TimeAxis.of(START.plusSeconds(2L * from), Duration.ofSeconds(2), to - from, c);
        return new SeriesPart(AIR, from, axis, Arrays.copyOfRange(all, from, to), Resolution.of(1, 20));
    }

    private static SeriesPart door(long[] at, double[] all, int from, int to, int airTo, ClockCorrection c) {
        Instant end = START.plusSeconds(2L * airTo);
        return new SeriesPart(
                DOOR,
                from,
                ListedAxis.events(Arrays.copyOfRange(at, from, to), end, c),
                Arrays.copyOfRange(all, from, to),
                null);
    }

    @Test
    void what_came_part_by_part_is_read_as_if_it_had_come_at_once() {
        Random random = new Random(11);
        int n = 700_000;
        double[] air = new double[n];
        for (int i = 0; i < n; i++) {
            air[i] = random.nextInt(3_000) == 0 ? Double.NaN : random.nextInt(900) / 20.0;
        }
        Arrays.fill(air, 300_000, 301_000, Double.NaN);
        int events = 20_000;
        double[] door = new double[events];
        long[] at = LongStream.range(0, events)
                .map(i -> START.toEpochMilli() + i * 60_000 + random.nextInt(30_000))
                .toArray();
        Arrays.setAll(door, i -> i % 2);
        SeriesWriter writer = bed.bean(SeriesWriter.class);
        int airTo = 0;
        int doorTo = 0;
        for (int visit = 0; airTo < n; visit++) {
            int airFrom = Math.max(0, airTo - random.nextInt(200));
            int doorFrom = Math.max(0, doorTo - random.nextInt(40));
            airTo = Math.min(n, airTo + 1 + random.nextInt(visit == 0 ? 5_000 : 150_000));
            doorTo = Math.min(events, Math.max(doorTo + random.nextInt(2) * random.nextInt(6_000), 1));
            doorFrom = Math.min(doorFrom, doorTo);
            ClockCorrection c = drift(visit);
            assertThat(writer.store(
                            mission,
                            List.of(
                                    air(air, airFrom, airTo, c),
                                    door(at, door, doorFrom, doorTo, Math.max(airTo, 700_000), c))))
                    .isTrue();
            List<Series> expected = List.of(
                    air(air, 0, airTo, c).series(),
                    door(at, door, 0, doorTo, Math.max(airTo, 700_000), c).series());
            same(expected);
            same(Envelope.of(drawn(0), 0, airTo, 7), Envelope.of(expected.get(0), 0, airTo, 7));
        }
        Series whole = air(air, 0, n, ClockCorrection.NONE).series();
        for (int i = 0; i < 60; i++) {
            int from = random.nextInt(n);
            int to = from + random.nextInt(n - from + 1);
            int columns = 1 + random.nextInt(900);
            same(Envelope.of(drawn(0), from, to, columns), Envelope.of(whole, from, to, columns));
        }
        Chart.Window all = bed.bean(Chart.class)
                .window(
                        stored(),
                        START.toEpochMilli(),
                        START.plusSeconds(2L * n).toEpochMilli(),
                        300,
                        ShownUnits.RECORDED);
        assertThat(all.lines()).extracting(Chart.Line::label).containsExactly("Air", "Door");
        assertThat(all.groups().get(0).t()).hasSize(300);
    }

    private static Outlined drawn(int channel) {
        SeriesStore store = bed.bean(SeriesStore.class);
        SeriesTable table = store.tables(stored()).get(channel);
        return store.drawn(stored(), table).get(0).outlined();
    }

    private static void same(Envelope is, Envelope expected) {
        assertThat(is.firstIndex()).isEqualTo(expected.firstIndex());
        assertThat(is.min()).isEqualTo(expected.min());
        assertThat(is.max()).isEqualTo(expected.max());
        assertThat(is.incomplete()).isEqualTo(expected.incomplete());
    }

    private static void same(List<Series> expected) {
        List<Series> is = bed.bean(SeriesStore.class).load(stored());
        assertThat(is).hasSameSizeAs(expected);
        for (int s = 0; s < is.size(); s++) {
            Series e = expected.get(s);
            assertThat(is.get(s).channel()).isEqualTo(e.channel());
            assertThat(is.get(s).axis()).isEqualTo(e.axis());
            assertThat(is.get(s).blocks()).hasSameSizeAs(e.blocks());
            for (int b = 0; b < e.blocks().size(); b++) {
                assertThat(is.get(s).blocks().get(b).data())
                        .isEqualTo(e.blocks().get(b).data());
            }
        }
    }

    /** What somebody else does to blocks that were not read is not seen by who reads others, and by who reads them it is. */
    @Test
    void of_a_long_record_the_part_is_read_that_is_asked_for() {
        double[] values = new Random(3).doubles(600_000).toArray();
        SeriesWriter writer = bed.bean(SeriesWriter.class);
        Series whole = air(values, 0, 600_000, ClockCorrection.NONE).series();
        writer.replace(mission, List.of(whole));
        JdbcTemplate sql = new JdbcTemplate(bed.bean(DataSource.class));
        Series read = bed.bean(SeriesStore.class).load(stored()).get(0);
        sql.update("UPDATE series_block SET data = '', sum_value = 7 WHERE mission_id = ? AND block < 128", mission);
        assertThat(read.values(128 * 4096, 600_000)).containsExactly(Arrays.copyOfRange(values, 128 * 4096, 600_000));
        assertThatThrownBy(() -> read.values(4096, 4097))
                .isInstanceOf(PessimisticLockingFailureException.class)
                .hasMessage("The record of mission " + mission + " was changed while it was read");
        writer.replace(mission, List.of(whole));
        assertThat(read.values(4000, 4100)).containsExactly(Arrays.copyOfRange(values, 4000, 4100));
        // the last block is what it was when the others were told of
        Series growing = bed.bean(SeriesStore.class).load(stored()).get(0);
        sql.update("UPDATE series_block SET data = '', samples = 9 WHERE mission_id = ? AND block = 146", mission);
        assertThat(growing.values(599_000, 600_000)).containsExactly(Arrays.copyOfRange(values, 599_000, 600_000));
        writer.replace(mission, List.of(whole));
    }

    @Test
    void what_does_not_go_on_with_what_is_stored_is_not_stored() {
        SeriesWriter writer = bed.bean(SeriesWriter.class);
        double[] values = new Random(2).doubles(9_000).toArray();
        ClockCorrection none = ClockCorrection.NONE;
        writer.replace(mission, List.of(air(values, 0, 5_000, none).series()));
        List<Series> before = bed.bean(SeriesStore.class).load(stored());
        SeriesPart more = air(values, 5_000, 9_000, none);
        SeriesPart renamed = new SeriesPart(DOOR, more.from(), more.axis(), more.values(), more.resolution());
        SeriesPart late = air(values, 5_001, 9_000, none);
        SeriesPart shifted = more.from(4_000);
        SeriesPart shorter = air(values, 1_000, 4_000, none);
        for (List<SeriesPart> wrong : new ArrayList<>(
                List.of(List.of(renamed), List.of(late), List.of(shifted), List.of(shorter), List.of(more, renamed)))) {
            assertThat(writer.store(mission, wrong)).isFalse();
            same(before);
        }
        assertThat(writer.store(mission, List.of(more))).isTrue();
        same(List.of(air(values, 0, 9_000, none).series()));
    }
}
