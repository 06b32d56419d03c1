package org.pelerin.app.record;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.pelerin.core.series.Block;
import org.pelerin.core.series.BlockCodec;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.series.EvenAxis;
import org.pelerin.core.series.ListedAxis;
import org.pelerin.core.series.Resolution;
import org.pelerin.core.series.TimeAxis;

/** Series as rows of the database, and back. */
final class SeriesRows {

    /** Instants are whole milliseconds; a double holds them exactly. */
    private static final Resolution MILLIS = Resolution.of(1, 1);

    private SeriesRows() {}

    /** @param start of the first of all samples, on the logger's clock */
    static SeriesMapper.SeriesRow row(
            long missionId, int channel, Channel of, Instant start, long samples, TimeAxis axis, boolean derived) {
        ClockCorrection c = axis.correction();
        return new SeriesMapper.SeriesRow(
                missionId,
                channel,
                of.label(),
                of.unit().symbol(),
                start,
                axis instanceof EvenAxis even ? even.interval() : ((ListedAxis) axis).interval(),
                samples,
                c.setAt(),
                c.readAt(),
                c.offset(),
                axis instanceof ListedAxis listed ? listed.ownEnd() : null,
                text(c.settings()),
                derived);
    }

    static ClockCorrection clock(SeriesMapper.SeriesRow row) {
        return new ClockCorrection(
                row.clockSetAt(), row.clockReadAt(), row.clockOffsetMs(), settings(row.clockSettings()));
    }

    private static String text(List<ClockCorrection.Setting> settings) {
        return settings.stream()
                .flatMap(s -> Stream.of(s.before(), s.after()))
                .map(i -> String.valueOf(i.toEpochMilli()))
                .collect(Collectors.joining(" "));
    }

    private static List<ClockCorrection.Setting> settings(String text) {
        List<ClockCorrection.Setting> out = new ArrayList<>();
        if (!text.isEmpty()) {
            long[] at =
                    Arrays.stream(text.split(" ")).mapToLong(Long::parseLong).toArray();
            for (int i = 0; i + 1 < at.length; i += 2) {
                out.add(new ClockCorrection.Setting(Instant.ofEpochMilli(at[i]), Instant.ofEpochMilli(at[i + 1])));
            }
        }
        return out;
    }

    static SeriesMapper.BlockRow row(Block b) {
        return new SeriesMapper.BlockRow(
                (int) (b.firstIndex() / Block.CAPACITY),
                b.firstIndex(),
                b.count(),
                b.missing(),
                b.allMissing() ? null : b.min(),
                b.allMissing() ? null : b.max(),
                b.sum(),
                b.data());
    }

    static double[] values(int samples, byte[] data) {
        return BlockCodec.decode(data, samples);
    }

    /** @param stored gives its encoded values */
    static Block block(SeriesMapper.BlockRow r, Supplier<byte[]> stored) {
        return new Block(
                r.firstIndex(),
                r.samples(),
                r.missing(),
                r.minValue() == null ? Double.NaN : r.minValue(),
                r.maxValue() == null ? Double.NaN : r.maxValue(),
                r.sumValue(),
                null,
                stored);
    }

    /**
     * Instants block by block.
     *
     * @param own those from the beginning of a block on
     * @param firstBlock number of that block
     */
    static List<SeriesMapper.InstantsRow> instants(long[] own, int firstBlock) {
        List<SeriesMapper.InstantsRow> out = new ArrayList<>();
        for (int from = 0; from < own.length; from += Block.CAPACITY) {
            int count = Math.min(Block.CAPACITY, own.length - from);
            double[] values =
                    Arrays.stream(own, from, from + count).asDoubleStream().toArray();
            out.add(new SeriesMapper.InstantsRow(
                    firstBlock + from / Block.CAPACITY,
                    count,
                    InstantMarks.encode(own, from, count),
                    BlockCodec.encode(values, count, MILLIS)));
        }
        return out;
    }

    static long[] instants(SeriesMapper.InstantsRow r) {
        return Arrays.stream(BlockCodec.decode(r.data(), r.samples()))
                .mapToLong(v -> (long) v)
                .toArray();
    }
}
