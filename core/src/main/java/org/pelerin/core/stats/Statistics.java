package org.pelerin.core.stats;

import java.time.Instant;
import java.util.List;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.record.SampleSource;
import org.pelerin.core.series.Series;
import org.threeten.extra.Interval;

/**
 * The figures of one channel over the judged time. Missing samples do not count. NaN (or null) where a figure does not exist.
 *
 * @param unit its symbol
 * @param count valid samples
 * @param first instant of the first valid sample
 * @param last instant of the last valid sample
 * @param mean weighted by the time each sample stands for; in dB as energy
 * @param sd sample standard deviation (n − 1), each sample counting once; of events, whose values hold for different times, weighted by
 *     time about the mean
 * @param mkt mean kinetic temperature in the channel's own unit, for °C, °F and K only
 */
public record Statistics(
        String channel,
        String unit,
        long count,
        Instant first,
        Instant last,
        Extremes extremes,
        double mean,
        double sd,
        double mkt,
        Quantiles quantiles,
        TimeIn time) {

    /** Smallest and largest value, each with its instant, the first if several. */
    public record Extremes(double min, Instant minAt, double max, Instant maxAt) {}

    /**
     * Percentiles of type 7 (Hyndman and Fan), each sample counting once; of events, by the time that values held. The level that is
     * exceeded N % of the time is the percentile of 100 − N.
     */
    public record Quantiles(double p05, double p10, double p50, double p90, double p95) {

        static Quantiles of(double[] shares) {
            return new Quantiles(shares[0], shares[1], shares[2], shares[3], shares[4]);
        }
    }

    /** Hours in which the value was inside the limits, above and below them; NaN without limits. */
    public record TimeIn(double within, double above, double below) {

        static final TimeIn NO_LIMITS = new TimeIn(Double.NaN, Double.NaN, Double.NaN);
    }

    static final double[] SHARES = {0.05, 0.1, 0.5, 0.9, 0.95};

    /**
     * Cost: one pass; all blocks are decoded.
     *
     * @param band limits for the time within, or null
     * @param enthalpy ΔH of the mean kinetic temperature, in kJ/mol
     */
    public static Statistics of(SampleSource source, Band band, double enthalpy) {
        StatisticsReader reader = new StatisticsReader(source, band, enthalpy);
        source.read(reader);
        return reader.statistics();
    }

    public static Statistics of(SampleSource source, Band band) {
        return of(source, band, MeanKineticTemperature.DEFAULT_ENTHALPY);
    }

    /** Of all that was recorded. */
    public static Statistics of(Series series, Band band) {
        return of(JudgedRecord.of(List.of(series)).sources().get(0), band);
    }

    /** Of a part of it; only the blocks in it are decoded. */
    public static Statistics of(Series series, Interval part, Band band) {
        return of(JudgedRecord.of(List.of(series), part, List.of()).sources().get(0), band);
    }
}
