package org.pelerin.core.stats;

import java.time.Instant;
import java.util.Arrays;
import java.util.Optional;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.Unit;

/**
 * The figures of one series over a range of it. Missing samples do not count. NaN (or null) where a figure does not exist.
 *
 * @param count valid samples
 * @param first instant of the first valid sample
 * @param last instant of the last valid sample
 * @param min smallest value and {@code minAt} its instant, the first if several
 * @param max largest value and {@code maxAt} its instant, the first if several
 * @param mean weighted by the time each sample stands for; in dB as energy
 * @param sd sample standard deviation (n − 1), each sample counting once; of events, whose values hold for different times, weighted by
 *     time about the mean
 * @param mkt mean kinetic temperature in the channel's own unit, for °C, °F and K only
 * @param p05 percentile, as p50 and p95: type 7, each sample counting once; of events, by the time that values held
 * @param within hours in which the value was inside the limits, {@code above} and {@code below} likewise; NaN without
 *     limits
 */
public record Statistics(
        String channel,
        String unit,
        long count,
        Instant first,
        Instant last,
        double min,
        Instant minAt,
        double max,
        Instant maxAt,
        double mean,
        double sd,
        double mkt,
        double p05,
        double p50,
        double p95,
        double within,
        double above,
        double below) {

    public static Statistics of(Series series, Band band) {
        return of(series, 0, series.axis().count(), band);
    }

    /**
     * Cost: the range is decoded and sorted once.
     *
     * @param from first index, inclusive
     * @param to last index, exclusive
     * @param band limits for the time within, or null
     */
    public static Statistics of(Series series, long from, long to, Band band) {
        double[] values = series.values(from, to);
        TimeAxis axis = series.axis();
        Optional<Conversion> celsius =
                series.unit().temperature() ? series.unit().to(Unit.CELSIUS) : Optional.empty();
        Mean mean = Mean.forUnit(series.unit());
        MeanKineticTemperature mkt = new MeanKineticTemperature();
        double min = Double.NaN;
        double max = Double.NaN;
        int minAt = -1;
        int maxAt = -1;
        int first = -1;
        int last = -1;
        int count = 0;
        double within = 0;
        double above = 0;
        double below = 0;
        double[] valid = new double[values.length];
        double[] held = axis.events() ? new double[values.length] : null;
        for (int i = 0; i < values.length; i++) {
            double v = values[i];
            if (Double.isNaN(v)) {
                continue;
            }
            double hours = axis.hoursHeld(from + i);
            first = first < 0 ? i : first;
            last = i;
            if (held != null) {
                held[count] = hours;
            }
            valid[count++] = v;
            if (!(min <= v)) {
                min = v;
                minAt = i;
            }
            if (!(max >= v)) {
                max = v;
                maxAt = i;
            }
            mean.add(v, hours);
            if (celsius.isPresent()) {
                mkt.addCelsius(celsius.get().unrounded(v), hours);
            }
            if (band != null) {
                switch (band.side(v)) {
                    case 1 -> above += hours;
                    case -1 -> below += hours;
                    default -> within += hours;
                }
            }
        }
        double[] sorted = Arrays.copyOf(valid, count);
        double[] times = held == null ? null : Arrays.copyOf(held, count);
        double sd = held == null ? Spread.sample(sorted, count) : Spread.held(sorted, times);
        double[] percentiles = held == null ? ranked(sorted) : Percentiles.held(sorted, times, 0.05, 0.5, 0.95);
        return new Statistics(
                series.label(),
                series.unit().symbol(),
                count,
                instant(axis, from, first),
                instant(axis, from, last),
                min,
                instant(axis, from, minAt),
                max,
                instant(axis, from, maxAt),
                mean.value(),
                sd,
                celsius.map(c -> c.back().unrounded(mkt.celsius())).orElse(Double.NaN),
                percentiles[0],
                percentiles[1],
                percentiles[2],
                band == null ? Double.NaN : within,
                band == null ? Double.NaN : above,
                band == null ? Double.NaN : below);
    }

    /** Sorts the values in place. */
    private static double[] ranked(double[] values) {
        Arrays.sort(values);
        return new double[] {Percentiles.of(values, 0.05), Percentiles.of(values, 0.5), Percentiles.of(values, 0.95)};
    }

    private static Instant instant(TimeAxis axis, long from, int offset) {
        return offset < 0 ? null : axis.instantAt(from + offset);
    }
}
