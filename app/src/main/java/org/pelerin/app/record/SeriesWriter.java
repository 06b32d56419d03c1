package org.pelerin.app.record;

import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.core.series.Block;
import org.pelerin.core.series.EvenAxis;
import org.pelerin.core.series.ListedAxis;
import org.pelerin.core.series.Outline;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.SeriesPart;
import org.pelerin.core.series.TimeAxis;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Puts series into the database, whole or what came to them. */
@Service
@RetriedOnDeadlock
public class SeriesWriter {

    /** Blocks in one statement: some tens of kilobytes, two megabytes at the most. */
    private static final int AT_ONCE = 64;

    private final SeriesMapper mapper;
    private final OutlineMapper outlines;
    private final OutlineWriter outline;

    SeriesWriter(SeriesMapper mapper, OutlineMapper outlines, OutlineWriter outline) {
        this.mapper = mapper;
        this.outlines = outlines;
        this.outline = outline;
    }

    /** Replaces what is stored of a mission. */
    @Transactional
    public void replace(long missionId, List<Series> series) {
        // looked up first: a deletion that finds none would lock the gap that other missions' series go into
        if (!mapper.series(missionId).isEmpty()) {
            outlines.delete(missionId);
            mapper.deleteBlocks(missionId);
            mapper.deleteInstants(missionId);
            mapper.deleteSeries(missionId);
        }
        for (int channel = 0; channel < series.size(); channel++) {
            TimeAxis before = channel == 0 ? null : series.get(channel - 1).axis();
            insert(missionId, channel, series.get(channel), before, false);
        }
    }

    /** @param before axis of the series before it; where it is the same, instants of rows are not kept twice */
    private void insert(long missionId, int channel, Series s, TimeAxis before, boolean derived) {
        Instant start = Instant.ofEpochMilli(s.axis().ownMillisAt(0));
        mapper.insertSeries(
                SeriesRows.row(missionId, channel, s.channel(), start, s.axis().count(), s.axis(), derived));
        putBlocks(missionId, channel, s.blocks());
        if (s.axis() instanceof ListedAxis listed && (listed.events() || before != listed)) {
            putInstants(missionId, channel, SeriesRows.instants(listed.ownMillis(), 0));
        }
    }

    /**
     * Replaces the derived series of a mission.
     *
     * @param derived by their numbers, which are none of recorded ones
     */
    @Transactional
    public void replaceDerived(long missionId, Map<Integer, Series> derived) {
        // looked up first, as above
        for (SeriesMapper.SeriesRow row : mapper.series(missionId)) {
            if (row.derived()) {
                outlines.deleteOf(missionId, row.channel());
                mapper.deleteBlocksOf(missionId, row.channel());
                mapper.deleteInstantsOf(missionId, row.channel());
                mapper.deleteDerived(missionId, row.channel());
            }
        }
        derived.forEach((number, s) -> insert(missionId, number, s, null, true));
    }

    /**
     * Stores all series of a mission, or what came to those that are stored: the cost is that of what came and of one block a series.
     *
     * @return false, and nothing is done, where they do not go on with what is stored
     */
    @Transactional
    public boolean store(long missionId, List<SeriesPart> parts) {
        if (parts.stream().allMatch(p -> p.from() == 0)) {
            replace(missionId, parts.stream().map(SeriesPart::series).toList());
            return true;
        }
        List<SeriesMapper.SeriesRow> rows =
                mapper.series(missionId).stream().filter(r -> !r.derived()).toList();
        if (rows.size() != parts.size()
                || !IntStream.range(0, rows.size()).allMatch(i -> follows(rows.get(i), parts.get(i)))) {
            return false;
        }
        for (int i = 0; i < rows.size(); i++) {
            goOn(rows.get(i), parts.get(i));
        }
        return true;
    }

    private static boolean follows(SeriesMapper.SeriesRow row, SeriesPart part) {
        return row.label().equals(part.channel().label())
                && row.unit().equals(part.channel().unit().symbol())
                && row.samples() >= part.from()
                && row.samples() <= part.to()
                && (part.axis() instanceof EvenAxis even
                        ? !row.listed()
                                && row.intervalMs().equals(even.interval())
                                && row.startAt()
                                                .plus(row.intervalMs().multipliedBy(part.from()))
                                                .toEpochMilli()
                                        == even.ownMillisAt(0)
                        : row.events());
    }

    private void goOn(SeriesMapper.SeriesRow row, SeriesPart part) {
        long mission = row.missionId();
        if (part.values().length > 0) {
            int number = (int) (part.blockStart() / Block.CAPACITY);
            int before = (int) (part.from() - part.blockStart());
            putBlocks(mission, row.channel(), part.blocks(valuesBefore(row, number, before)));
            if (part.axis() instanceof ListedAxis listed) {
                long[] all = LongStream.concat(
                                Arrays.stream(instantsBefore(row, number, before)), Arrays.stream(listed.ownMillis()))
                        .toArray();
                putInstants(mission, row.channel(), SeriesRows.instants(all, number));
            }
        }
        mapper.goesOn(
                SeriesRows.row(mission, row.channel(), part.channel(), row.startAt(), part.to(), part.axis(), false));
    }

    private double[] valuesBefore(SeriesMapper.SeriesRow row, int block, int count) {
        if (count == 0) {
            return new double[0];
        }
        SeriesMapper.BlockRow stored = mapper.block(row.missionId(), row.channel(), block);
        return Arrays.copyOf(SeriesRows.values(stored.samples(), stored.data()), count);
    }

    private long[] instantsBefore(SeriesMapper.SeriesRow row, int block, int count) {
        return count == 0
                ? new long[0]
                : Arrays.copyOf(
                        SeriesRows.instants(mapper.instants(row.missionId(), row.channel(), block, block)
                                .get(0)),
                        count);
    }

    private void putBlocks(long mission, int channel, List<Block> blocks) {
        for (int from = 0; from < blocks.size(); from += AT_ONCE) {
            mapper.putBlocks(
                    mission,
                    channel,
                    blocks.subList(from, Math.min(blocks.size(), from + AT_ONCE)).stream()
                            .map(SeriesRows::row)
                            .toList());
        }
        if (!blocks.isEmpty()) {
            outline.put(mission, channel, Outline.of(blocks));
        }
    }

    private void putInstants(long mission, int channel, List<SeriesMapper.InstantsRow> rows) {
        for (int from = 0; from < rows.size(); from += AT_ONCE) {
            mapper.putInstants(mission, channel, rows.subList(from, Math.min(rows.size(), from + AT_ONCE)));
        }
    }
}
