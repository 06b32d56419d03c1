package org.pelerin.core.derive;

import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.pelerin.core.record.SampleReader;
import org.pelerin.core.record.SampleSource;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.series.ListedAxis;
import org.pelerin.core.series.SeriesPart;
import org.pelerin.core.series.TimeAxis;

/**
 * The values of a derived series, to be kept like recorded ones, so that any zoom into it costs what it shows.
 *
 * <p>Where each stands at an instant of a recorded series and no longer than to its next one, it has that series' axis, with nothing where
 * it is empty: a moving mean, a dew point, a level. Others have instants of their own, each value holding until the next or until nothing
 * follows: means of windows, differences of loggers that record at other times.
 */
public final class DerivedValues {

    private DerivedValues() {}

    /**
     * Reads the source once, and once more where its values lie on none of the axes.
     *
     * @param axes of recorded series; those of events are passed over
     * @return empty where there is no value at all
     */
    public static Optional<SeriesPart> of(SampleSource source, List<TimeAxis> axes) {
        for (TimeAxis axis : axes) {
            if (axis.events()) {
                continue;
            }
            OnAxis on = new OnAxis(axis);
            try {
                source.read(on);
            } catch (NotOnAxisException e) {
                continue;
            }
            return on.any ? Optional.of(new SeriesPart(source.channel(), 0, axis, on.values, null)) : Optional.empty();
        }
        OfItsOwn own = new OfItsOwn();
        source.read(own);
        return own.any
                ? Optional.of(new SeriesPart(source.channel(), 0, own.axis(), own.values(), null))
                : Optional.empty();
    }

    /** Ends a reading. */
    private static final class NotOnAxisException extends RuntimeException {
        NotOnAxisException() {
            super(null, null, false, false);
        }
    }

    private static final class OnAxis implements SampleReader {

        private final TimeAxis axis;
        private final double[] values;
        private int at;
        private boolean any;

        OnAxis(TimeAxis axis) {
            this.axis = axis;
            this.values = new double[Math.toIntExact(axis.count())];
            Arrays.fill(values, Double.NaN);
        }

        @Override
        public void sample(long from, long to, double value, double terms) {
            if (!any || axis.millisAt(at) != from) {
                at = (int) Math.max(at, axis.indexAtOrAfter(from));
            }
            if (at >= values.length || axis.millisAt(at) != from || to > axis.millisAt(at + 1)) {
                throw new NotOnAxisException();
            }
            values[at++] = value;
            any = true;
        }
    }

    private static final class OfItsOwn implements SampleReader {

        private long[] instants = new long[1024];
        private double[] values = new double[1024];
        private int count;
        private long until;
        private boolean any;

        @Override
        public void sample(long from, long to, double value, double terms) {
            if (count > 0 && from > until) {
                put(until, Double.NaN);
            }
            put(from, value);
            until = to;
            any = true;
        }

        private void put(long at, double value) {
            if (count == instants.length) {
                instants = Arrays.copyOf(instants, count * 2);
                values = Arrays.copyOf(values, count * 2);
            }
            instants[count] = at;
            values[count++] = value;
        }

        TimeAxis axis() {
            return ListedAxis.events(Arrays.copyOf(instants, count), Instant.ofEpochMilli(until), ClockCorrection.NONE);
        }

        double[] values() {
            return Arrays.copyOf(values, count);
        }
    }
}
