package org.pelerin.app.record;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.pelerin.core.series.Block;
import org.pelerin.core.series.Outline;
import org.pelerin.core.series.Outlined;

/**
 * Channels that share their instants, as they are drawn: what one of them asks for is read for all of them at once. For one drawing; not
 * for several threads.
 */
final class StoredOutlines {

    private record Asked(int level, long from, long to) {}

    private final long mission;
    private final List<Integer> channels;
    private final long count;
    private final OutlineMapper outlines;
    private final SeriesMapper series;
    private final Map<Asked, Map<Integer, Outline>> read = new HashMap<>();
    private final Map<Asked, Map<Integer, double[]>> values = new HashMap<>();

    StoredOutlines(long mission, List<Integer> channels, long count, OutlineMapper outlines, SeriesMapper series) {
        this.mission = mission;
        this.channels = channels;
        this.count = count;
        this.outlines = outlines;
        this.series = series;
    }

    Outlined of(int channel) {
        return new Outlined() {
            @Override
            public long count() {
                return count;
            }

            @Override
            public double[] values(long from, long to) {
                return values.computeIfAbsent(new Asked(0, from, to), StoredOutlines.this::readValues)
                        .get(channel);
            }

            @Override
            public Outline outline(int level, long from, long to) {
                return read.computeIfAbsent(new Asked(level, from, to), StoredOutlines.this::readOutlines)
                        .get(channel);
            }
        };
    }

    private Map<Integer, Outline> readOutlines(Asked a) {
        int first = (int) (a.from / OutlineWriter.A_ROW);
        int last = (int) ((a.to - 1) / OutlineWriter.A_ROW);
        Map<Integer, List<Outline>> rows = new LinkedHashMap<>();
        for (OutlineMapper.Row r : outlines.rows(mission, channels, a.level, first, last)) {
            rows.computeIfAbsent(r.channel(), c -> new ArrayList<>())
                    .add(Outline.fromBytes(a.level, (long) r.part() * OutlineWriter.A_ROW, r.data()));
        }
        Map<Integer, Outline> out = new HashMap<>();
        for (int channel : channels) {
            List<Outline> own = rows.getOrDefault(channel, List.of());
            if (own.size() != last - first + 1) {
                throw new IllegalStateException("Summaries of mission " + mission + " are missing");
            }
            out.put(channel, Outline.together(own).part(a.from, a.to));
        }
        return out;
    }

    private Map<Integer, double[]> readValues(Asked a) {
        int first = (int) (a.from / Block.CAPACITY);
        int last = (int) ((a.to - 1) / Block.CAPACITY);
        Map<Integer, double[]> out = new HashMap<>();
        channels.forEach(c -> out.put(c, new double[Math.toIntExact(a.to - a.from)]));
        // decoded side by side: each writes a part of its own
        series.blocksOf(mission, channels, first, last).parallelStream().forEach(r -> {
            double[] all = out.get(r.channel());
            double[] decoded = SeriesRows.values(r.samples(), r.data());
            long begin = Math.max(a.from, r.firstIndex());
            long end = Math.min(a.to, r.firstIndex() + r.samples());
            System.arraycopy(decoded, (int) (begin - r.firstIndex()), all, (int) (begin - a.from), (int) (end - begin));
        });
        return out;
    }
}
