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
        return ofItsOwn(source);
    }

    /** Each piece, and an empty one where nothing follows at once. */
    private static Optional<SeriesPart> ofItsOwn(SampleSource source) {
        ValuedIntervals pieces = ValuedIntervals.of(source);
        if (pieces.count() == 0) {
            return Optional.empty();
        }
        long[] instants = new long[2 * pieces.count()];
        double[] values = new double[instants.length];
        int n = 0;
        for (int i = 0; i < pieces.count(); i++) {
            if (i > 0 && pieces.from(i) > pieces.to(i - 1)) {
                instants[n] = pieces.to(i - 1);
                values[n++] = Double.NaN;
            }
            instants[n] = pieces.from(i);
            values[n++] = pieces.value(i);
        }
        TimeAxis axis = ListedAxis.events(
                Arrays.copyOf(instants, n), Instant.ofEpochMilli(pieces.to(pieces.count() - 1)), ClockCorrection.NONE);
        return Optional.of(new SeriesPart(source.channel(), 0, axis, Arrays.copyOf(values, n), null));
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
}
