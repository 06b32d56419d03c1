package org.pelerin.core.judge;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.function.Consumer;
import org.pelerin.core.series.Block;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.core.stats.Mean;
import org.threeten.extra.Interval;

/**
 * Finds the runs of one rule on one side of its bound and hands on those that last long enough.
 *
 * <p>One pass; a block that lies wholly within the bound, while no run is open, is not decoded.
 */
final class RunFinder {

    private final Rule rule;
    private final Direction direction;
    private final double limit;
    private final double release;
    private final TimeAxis axis;
    private final String channel;
    private final Mean mean;
    private final long firstValid;
    private final long lastValid;
    private final Consumer<Excursion> found;

    private long startIndex = -1;
    private long endIndex;
    private long samples;
    private long unobserved;
    private long alarmMillis;
    private double peak;
    private long peakIndex;
    private double area;

    private RunFinder(
            Rule rule, Direction direction, Series series, long firstValid, long lastValid, Consumer<Excursion> found) {
        this.rule = rule;
        this.direction = direction;
        this.limit = rule.limit(direction);
        this.release = direction == Direction.ABOVE ? limit - rule.clearance() : limit + rule.clearance();
        this.axis = series.axis();
        this.channel = series.label();
        this.mean = Mean.forUnit(series.unit());
        this.firstValid = firstValid;
        this.lastValid = lastValid;
        this.found = found;
    }

    /** @param firstValid index of the first valid sample of the series, {@code lastValid} of the last */
    static void find(
            Rule rule, Direction direction, Series series, long firstValid, long lastValid, Consumer<Excursion> found) {
        if (Double.isInfinite(rule.limit(direction))) {
            return;
        }
        new RunFinder(rule, direction, series, firstValid, lastValid, found).run(series.blocks());
    }

    private void run(List<Block> blocks) {
        for (Block block : blocks) {
            boolean nothingOut = block.allMissing()
                    || !direction.out(direction == Direction.ABOVE ? block.max() : block.min(), limit);
            if (startIndex < 0 && nothingOut) {
                continue;
            }
            double[] values = block.values();
            for (int i = 0; i < values.length; i++) {
                if (!Double.isNaN(values[i])) {
                    sample(block.firstIndex() + i, values[i]);
                }
            }
        }
        close(endIndex);
    }

    private void sample(long index, double v) {
        boolean out = direction.out(v, limit);
        boolean open = startIndex >= 0;
        if (open) {
            boolean held = out || rule.clearance() > 0 && direction.computedOut(v, release, terms(v));
            boolean adjoins = index == endIndex;
            if (!held) {
                close(endIndex);
                return;
            }
            if (!adjoins) {
                Duration gap = Duration.ofMillis(axis.ownMillisAt(index) - axis.ownMillisAt(endIndex));
                if (gap.compareTo(rule.bridge()) > 0) {
                    close(endIndex);
                    open = false;
                } else {
                    unobserved += axis.millisAt(index) - axis.millisAt(endIndex);
                }
            }
        }
        if (!open) {
            if (!out) {
                return;
            }
            begin(index, v);
        }
        take(index, v);
    }

    /** Size of what the limit less its clearance was computed from. */
    private double terms(double v) {
        return Math.max(Math.abs(limit), Math.max(rule.clearance(), Math.abs(v)));
    }

    private void begin(long index, double v) {
        startIndex = index;
        samples = 0;
        unobserved = 0;
        area = 0;
        mean.clear();
        peak = v;
        peakIndex = index;
    }

    private void take(long index, double v) {
        samples++;
        if (rule.lasting() instanceof Lasting.Samples needed && samples == needed.count()) {
            alarmMillis = axis.millisAt(index);
        }
        double hours = axis.hoursHeld(index);
        mean.add(v, hours);
        area += Math.max(0, direction.beyond(v, limit)) * hours;
        if (direction.out(v, peak)) {
            peak = v;
            peakIndex = index;
        }
        endIndex = index + 1;
    }

    private void close(long end) {
        if (startIndex < 0) {
            return;
        }
        long start = axis.millisAt(startIndex);
        long millis = axis.millisAt(end) - start;
        if (lastsLongEnough(start, millis)) {
            Interval span = Interval.of(Instant.ofEpochMilli(start), Instant.ofEpochMilli(start + millis));
            found.accept(new Excursion(
                    rule.id(),
                    channel,
                    direction,
                    span,
                    Duration.ofMillis(unobserved),
                    samples,
                    Instant.ofEpochMilli(alarmMillis),
                    peak,
                    axis.instantAt(peakIndex),
                    mean.value(),
                    area,
                    startIndex == firstValid,
                    end - 1 == lastValid,
                    List.of(span)));
        }
        startIndex = -1;
    }

    private boolean lastsLongEnough(long start, long millis) {
        if (rule.lasting() instanceof Lasting.Delay d) {
            alarmMillis = start + d.delay().toMillis();
            return millis > d.delay().toMillis();
        }
        if (rule.lasting() instanceof Lasting.Samples needed) {
            return samples >= needed.count();
        }
        alarmMillis = start;
        return true;
    }
}
