package org.pelerin.core.series;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.threeten.extra.Interval;

/**
 * The stretches of a record that no valid sample stands for, in order and apart, and what share of it is left.
 *
 * @param record first sample to where the last one stops standing
 * @param intervals half-open, on the corrected time scale
 */
public record Gaps(Interval record, List<Interval> intervals) {

    public Gaps {
        intervals = List.copyOf(intervals);
    }

    /** Gaps of one series: each run of missing samples. Whole blocks without any are not decoded. */
    public static Gaps of(Series series) {
        List<Interval> found = new ArrayList<>();
        TimeAxis axis = series.axis();
        long openSince = -1;
        for (Block block : series.blocks()) {
            if (block.missing() == 0) {
                openSince = close(found, axis, openSince, block.firstIndex());
                continue;
            }
            double[] values = block.values();
            for (int i = 0; i < values.length; i++) {
                long index = block.firstIndex() + i;
                if (Double.isNaN(values[i])) {
                    openSince = openSince < 0 ? index : openSince;
                } else {
                    openSince = close(found, axis, openSince, index);
                }
            }
        }
        close(found, axis, openSince, axis.count());
        return new Gaps(Interval.of(axis.first(), axis.end()), found);
    }

    /** Where any of several records has a gap, or has not begun yet or ended already. Empty input is an error. */
    public static Gaps unionOf(List<Gaps> several) {
        Interval whole =
                several.stream().map(Gaps::record).reduce(Interval::span).orElseThrow();
        List<Interval> all = new ArrayList<>();
        for (Gaps g : several) {
            all.addAll(g.intervals);
            all.add(Interval.of(whole.getStart(), g.record.getStart()));
            all.add(Interval.of(g.record.getEnd(), whole.getEnd()));
        }
        all.removeIf(Interval::isEmpty);
        all.sort(Comparator.comparing(Interval::getStart));
        List<Interval> merged = new ArrayList<>();
        for (Interval next : all) {
            int last = merged.size() - 1;
            if (last >= 0 && merged.get(last).isConnected(next)) {
                merged.set(last, merged.get(last).span(next));
            } else {
                merged.add(next);
            }
        }
        return new Gaps(whole, merged);
    }

    public Duration total() {
        return intervals.stream().map(Interval::toDuration).reduce(Duration.ZERO, Duration::plus);
    }

    /** Per cent of the record that valid samples stand for; 0 for an empty record. */
    public double coverage() {
        long whole = record.toDuration().toMillis();
        return whole == 0 ? 0 : 100.0 * (whole - total().toMillis()) / whole;
    }

    private static long close(List<Interval> found, TimeAxis axis, long openSince, long end) {
        if (openSince >= 0) {
            Instant from = axis.instantAt(openSince);
            found.add(Interval.of(from, axis.instantAt(end)));
        }
        return -1;
    }
}
