package org.pelerin.core.judge;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.function.Consumer;
import org.pelerin.core.record.SampleReader;
import org.pelerin.core.series.Block;
import org.pelerin.core.series.Channel;
import org.pelerin.core.stats.Mean;
import org.threeten.extra.Interval;

/**
 * Finds the runs of one rule on one side of its bound and hands on those that last long enough.
 *
 * <p>A run ends where a stretch does, and is open there. One pass; a block that lies wholly within the bound is not decoded.
 */
final class RunFinder implements SampleReader {

    private static final double MILLIS_AN_HOUR = 3_600_000.0;

    private final Rule rule;
    private final Direction direction;
    private final String channel;
    private final double limit;
    private final double release;
    private final boolean clears;
    private final long bridge;
    private final Mean mean;
    private final Consumer<ValueExcursion> found;

    /** Whether a valid value of this stretch was told, and so a run that begins now does not hold the first one. */
    private boolean any;

    private boolean running;
    private boolean openAtStart;
    private long start;
    private long end;
    private long samples;
    private long unobserved;
    private long gap;
    private long ownGap;
    private long countedAt;
    private double peak;
    private long peakAt;
    private double area;

    private RunFinder(Rule rule, Direction direction, Channel channel, boolean levels, Consumer<ValueExcursion> found) {
        this.rule = rule;
        this.direction = direction;
        this.channel = channel.label();
        this.limit = rule.limit(direction);
        this.clears = rule.clearance() > 0;
        this.release = direction == Direction.ABOVE ? limit - rule.clearance() : limit + rule.clearance();
        this.bridge = rule.bridge().toMillis();
        this.mean = Mean.of(levels);
        this.found = found;
    }

    /**
     * Finders for the sides that a rule bounds.
     *
     * @param levels whether what is told are levels in dB
     */
    static List<RunFinder> of(Rule rule, Channel channel, boolean levels, Consumer<ValueExcursion> found) {
        return Direction.SIDES.stream()
                .filter(d -> !Double.isInfinite(rule.limit(d)))
                .map(d -> new RunFinder(rule, d, channel, levels, found))
                .toList();
    }

    @Override
    public void begin(long at) {
        any = false;
    }

    @Override
    public void missing(long from, long to, long own) {
        gap += to - from;
        ownGap += own;
    }

    @Override
    public void sample(long from, long to, double v, double terms) {
        boolean out = direction.out(v, limit, terms);
        if (running) {
            boolean held = out || clears && direction.out(v, release, size(v, terms));
            if (!held || ownGap > bridge) {
                close(false);
            } else {
                unobserved += gap;
            }
        }
        if (running || out) {
            if (!running) {
                open(from, v);
            }
            take(from, to, v, terms);
        }
        any = true;
        gap = 0;
        ownGap = 0;
    }

    @Override
    public void samples(long[] at, double[] values, int begin, int end) {
        int i = begin;
        while (i < end) {
            if (!running) {
                int out = firstOut(values, i, end);
                if (out > i) {
                    any = true;
                    gap = 0;
                    ownGap = 0;
                }
                if (out == end) {
                    return;
                }
                i = out;
            }
            sample(at[i], at[i + 1], values[i], EXACT);
            i++;
        }
    }

    private int firstOut(double[] values, int begin, int end) {
        int at = begin;
        while (at < end && !direction.out(values[at], limit, EXACT)) {
            at++;
        }
        return at;
    }

    /** Size of what the limit less its clearance was computed from. */
    private double size(double v, double terms) {
        return Math.max(Math.max(Math.abs(limit), rule.clearance()), Math.max(Math.abs(v), terms));
    }

    private void open(long from, double v) {
        running = true;
        openAtStart = !any;
        start = from;
        samples = 0;
        unobserved = 0;
        area = 0;
        mean.clear();
        peak = v;
        peakAt = from;
    }

    private void take(long from, long to, double v, double terms) {
        samples++;
        if (rule.lasting() instanceof Lasting.Samples needed && samples == needed.count()) {
            countedAt = from;
        }
        double hours = (to - from) / MILLIS_AN_HOUR;
        mean.add(v, hours);
        area += direction.out(v, limit, terms) ? direction.beyond(v, limit) * hours : 0;
        if (direction.farther(v, peak)) {
            peak = v;
            peakAt = from;
        }
        end = to;
    }

    @Override
    public void end(long at) {
        if (running) {
            close(true);
        }
        gap = 0;
        ownGap = 0;
    }

    @Override
    public boolean skips(Block block) {
        double farthest = direction == Direction.ABOVE ? block.max() : block.min();
        return !direction.out(farthest, limit, EXACT)
                && !(running && clears && direction.out(farthest, release, size(farthest, EXACT)));
    }

    @Override
    public void skipped(long from, long to, Block block) {
        if (running) {
            close(false);
        }
        any = true;
        gap = 0;
        ownGap = 0;
    }

    private void close(boolean openAtEnd) {
        running = false;
        long millis = end - start;
        if (!lastsLongEnough(millis)) {
            return;
        }
        Interval span = Interval.of(Instant.ofEpochMilli(start), Instant.ofEpochMilli(end));
        found.accept(new ValueExcursion(
                rule.id(),
                channel,
                direction,
                span,
                Duration.ofMillis(unobserved),
                samples,
                Instant.ofEpochMilli(alarmAt()),
                peak,
                Instant.ofEpochMilli(peakAt),
                mean.value(),
                area,
                openAtStart,
                openAtEnd,
                List.of(span)));
    }

    private boolean lastsLongEnough(long millis) {
        if (rule.lasting() instanceof Lasting.Delay d) {
            return millis > d.delay().toMillis();
        }
        return !(rule.lasting() instanceof Lasting.Samples needed) || samples >= needed.count();
    }

    private long alarmAt() {
        if (rule.lasting() instanceof Lasting.Delay d) {
            return start + d.delay().toMillis();
        }
        return rule.lasting() instanceof Lasting.Samples ? countedAt : start;
    }
}
