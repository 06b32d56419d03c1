package org.pelerin.core.series;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * Spreads a clock offset read at download evenly over the time since the clock was set:
 * {@code t' = t − δ · (t − t0) / (t1 − t0)}, all on the logger's clock.
 *
 * <p>The times that are corrected run evenly from the first sample, as the logger counts its intervals, whatever its clock is set
 * to meanwhile. Where it was set, each part has its own δ: before − after up to then, from there on the one read at download with
 * {@code t0} the setting; never smeared over both.
 *
 * <p>The result is rounded to the millisecond, the resolution at which the offset can be read over a link. Nothing is corrected
 * where {@code t1} is not after {@code t0}. An offset as long as the time it came about in is no drift, and the formula would turn
 * time around: the clock was wrong all along, and the whole part is shifted.
 *
 * <p>Corrected instants never run backwards. Where a clock was set ahead and back again, a part can end on the corrected scale after
 * the next one begins: what that one recorded until then bears the end of the part before, stands for no time, and {@link #overlap}
 * says how much that is.
 *
 * @param setAt t0, the instant the clock was set, on the logger's clock
 * @param readAt t1, the instant the offset was read, on the logger's clock
 * @param offset δ, logger clock minus reference at t1
 * @param settings of the clock in between, in order
 */
public record ClockCorrection(Instant setAt, Instant readAt, Duration offset, List<Setting> settings) {

    /**
     * The clock was set while a mission was in memory.
     *
     * @param before what it read
     * @param after what it was set to: the reference
     */
    public record Setting(Instant before, Instant after) {

        /** By how much it was fast. */
        public Duration offset() {
            return Duration.between(after, before);
        }
    }

    /** The correction of a clock that needs none. */
    public static final ClockCorrection NONE = new ClockCorrection(Instant.EPOCH, Instant.EPOCH, Duration.ZERO);

    public ClockCorrection {
        settings = List.copyOf(settings);
    }

    public ClockCorrection(Instant setAt, Instant readAt, Duration offset) {
        this(setAt, readAt, offset, List.of());
    }

    /** Corrects an instant given in milliseconds since the epoch, as the logger counted on from its first sample. */
    public long correctMillis(long millis) {
        long own = millis;
        long t0 = setAt.toEpochMilli();
        long earliest = Long.MIN_VALUE;
        for (Setting s : settings) {
            long before = s.before.toEpochMilli();
            long delta = s.offset().toMillis();
            if (own < before) {
                return Math.max(earliest, spread(own, t0, before, delta));
            }
            earliest = Math.max(earliest, spread(before, t0, before, delta));
            own -= delta;
            t0 = s.after.toEpochMilli();
        }
        return Math.max(earliest, spread(own, t0, readAt.toEpochMilli(), offset.toMillis()));
    }

    /** Corrects instants from one index to another, exclusive, each as {@link #correctMillis} does. */
    void correct(long[] millis, int from, int to) {
        if (!settings.isEmpty()) {
            for (int i = from; i < to; i++) {
                millis[i] = correctMillis(millis[i]);
            }
            return;
        }
        long t0 = setAt.toEpochMilli();
        long t1 = readAt.toEpochMilli();
        long delta = offset.toMillis();
        for (int i = from; i < to; i++) {
            millis[i] = spread(millis[i], t0, t1, delta);
        }
    }

    /** How much time the parts between settings cover twice; zero where the clock was never set back behind itself. */
    public Duration overlap() {
        long sum = 0;
        long t0 = setAt.toEpochMilli();
        long earliest = Long.MIN_VALUE;
        for (int i = 0; i <= settings.size(); i++) {
            boolean last = i == settings.size();
            long t1 = (last ? readAt : settings.get(i).before).toEpochMilli();
            long delta = (last ? offset : settings.get(i).offset()).toMillis();
            long begins = spread(t0, t0, t1, delta);
            if (i > 0 && begins < earliest) {
                sum += Math.min(earliest, spread(t1, t0, t1, delta)) - begins;
            }
            earliest = Math.max(earliest, spread(t1, t0, t1, delta));
            t0 = last ? t0 : settings.get(i).after.toEpochMilli();
        }
        return Duration.ofMillis(sum);
    }

    private static long spread(long t, long t0, long t1, long delta) {
        long span = t1 - t0;
        if (span <= 0) {
            return t;
        }
        return delta >= span ? t - delta : t - Math.round((double) delta * ((double) (t - t0) / span));
    }

    public Instant correct(Instant loggerTime) {
        return Instant.ofEpochMilli(correctMillis(loggerTime.toEpochMilli()));
    }

    /**
     * The inverse: when the logger counted an instant that is corrected; the earliest, where several came to the same. Exact to the
     * millisecond, in some forty steps.
     */
    public Instant loggerTime(Instant corrected) {
        long wanted = corrected.toEpochMilli();
        long reach = 1 + Math.abs(offset.toMillis());
        while (correctMillis(wanted - reach) >= wanted || correctMillis(wanted + reach) < wanted) {
            reach *= 2;
        }
        long low = wanted - reach;
        long high = wanted + reach;
        while (low < high) {
            long middle = (low + high) >> 1;
            if (correctMillis(middle) < wanted) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return Instant.ofEpochMilli(low);
    }

    /** Whether it leaves every instant as it is. */
    public boolean none() {
        return offset.isZero() && settings.isEmpty() || !readAt.isAfter(setAt);
    }

    /** What the clock read, as the logger would have counted on from its first sample. */
    public Instant counted(Instant reading) {
        Instant out = reading;
        for (Setting s : settings) {
            out = out.plus(s.offset());
        }
        return out;
    }

    /**
     * The greatest |δ| of a part that is beyond a tolerance, with its sign; empty where none is. The newest part comes first: what the clock
     * is like now matters more than what it was like before it was set.
     */
    public Optional<Duration> beyond(ClockTolerance tolerance) {
        Instant from = setAt;
        Duration worst = null;
        for (Setting s : settings) {
            if (tolerance.exceeded(s.offset(), Duration.between(from, s.before))
                    && (worst == null || s.offset().abs().compareTo(worst.abs()) > 0)) {
                worst = s.offset();
            }
            from = s.after;
        }
        return tolerance.exceeded(offset, Duration.between(from, readAt))
                ? Optional.of(offset)
                : Optional.ofNullable(worst);
    }
}
