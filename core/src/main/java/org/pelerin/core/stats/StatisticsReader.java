package org.pelerin.core.stats;

import java.time.Instant;
import java.util.Arrays;
import java.util.Optional;
import org.pelerin.core.record.SampleReader;
import org.pelerin.core.record.SampleSource;
import org.pelerin.core.series.Channel;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.Unit;

/**
 * Listens for the figures of one channel. Values are counted as long as there are few different ones; otherwise the channel is read again for what needs all
 * of them at once, so that memory does not grow with the record. Of events, which are few, they are kept.
 */
public final class StatisticsReader implements SampleReader {

    private final SampleSource source;
    private final Channel channel;
    private final boolean events;
    private final Band band;
    private final Optional<Conversion> celsius;
    private final Mean mean;
    private final MeanKineticTemperature mkt;

    private long count;
    private long first;
    private double firstValue;
    private long last;
    private double min = Double.NaN;
    private double max = Double.NaN;
    private long minAt;
    private long maxAt;
    private double within;
    private double above;
    private double below;
    private ValueTally tally = new ValueTally();
    private double[] values;
    private double[] held;
    private int kept;

    /**
     * @param band limits for the time within, or null
     * @param enthalpy ΔH of the mean kinetic temperature, in kJ/mol
     */
    public StatisticsReader(SampleSource source, Band band, double enthalpy) {
        this.source = source;
        this.channel = source.channel();
        this.events = source.events();
        this.band = band;
        this.celsius = channel.unit().temperature() ? channel.unit().to(Unit.CELSIUS) : Optional.empty();
        this.mean = Mean.of(channel.unit().level());
        this.mkt = new MeanKineticTemperature(enthalpy);
    }

    @Override
    public void sample(long from, long to, double v, double terms) {
        if (count++ == 0) {
            first = from;
            firstValue = v;
        }
        last = from;
        if (!(min <= v)) {
            min = v;
            minAt = from;
        }
        if (!(max >= v)) {
            max = v;
            maxAt = from;
        }
        if (tally != null && !tally.add(v, to - from)) {
            spill();
        }
        if (tally == null) {
            double hours = (to - from) / 3_600_000.0;
            keep(v, hours);
            weigh(v, hours);
        }
    }

    @Override
    public void samples(long[] at, double[] of, int begin, int end) {
        int i = begin;
        while (i < end) {
            int known = tally == null ? i : tally.addKnown(at, of, i, end);
            if (known > i) {
                if (count == 0) {
                    first = at[i];
                    firstValue = of[i];
                }
                count += known - i;
                last = at[known - 1];
                i = known;
            }
            if (i < end) {
                // a value that is new can be the least or the greatest
                sample(at[i], at[i + 1], of[i], EXACT);
                i++;
            }
        }
    }

    /** There are too many different values to count. */
    private void spill() {
        ValueTally.Sorted all = tally.sorted();
        tally = null;
        values = events ? new double[Math.toIntExact(Math.max(2 * count, 1 << 17))] : null;
        held = events ? new double[values.length] : null;
        for (int i = 0; i < all.values().length; i++) {
            weigh(all.values()[i], all.hours()[i]);
            for (long n = 0; events && n < all.counts()[i]; n++) {
                keep(all.values()[i], all.hours()[i] / all.counts()[i]);
            }
        }
    }

    private void keep(double v, double hours) {
        if (values == null) {
            return;
        }
        if (kept == values.length) {
            int more = (int) Math.min(Integer.MAX_VALUE - 8L, kept * 3L / 2);
            values = Arrays.copyOf(values, more);
            held = Arrays.copyOf(held, more);
        }
        values[kept] = v;
        held[kept++] = hours;
    }

    private void weigh(double v, double hours) {
        mean.add(v, hours);
        celsius.ifPresent(c -> mkt.addCelsius(c.unrounded(v), hours));
        if (band != null) {
            switch (band.side(v)) {
                case 1 -> above += hours;
                case -1 -> below += hours;
                default -> within += hours;
            }
        }
    }

    public Statistics statistics() {
        double sd;
        double[] percentiles;
        if (tally != null) {
            ValueTally.Sorted all = tally.sorted();
            boolean weightless = Arrays.stream(all.hours()).allMatch(h -> h == 0);
            for (int i = 0; i < all.values().length; i++) {
                // values that stood for no time at all count once each
                for (long n = weightless ? all.counts()[i] : 1; n > 0; n--) {
                    weigh(all.values()[i], all.hours()[i]);
                }
            }
            sd = events ? Spread.held(all.values(), all.hours()) : Spread.counted(all.values(), all.counts());
            percentiles = events
                    ? Percentiles.held(all.values(), all.hours(), Statistics.SHARES)
                    : Percentiles.counted(all.values(), all.counts(), Statistics.SHARES);
        } else if (events) {
            double[] all = Arrays.copyOf(values, kept);
            double[] times = Arrays.copyOf(held, kept);
            sd = Spread.held(all, times);
            percentiles = Percentiles.held(all, times, Statistics.SHARES);
        } else {
            RereadFigures again = new RereadFigures(source, count, firstValue, min, max).reckon(Statistics.SHARES);
            sd = again.sd();
            percentiles = again.percentiles();
        }
        return new Statistics(
                channel.label(),
                channel.unit().symbol(),
                count,
                instant(first),
                instant(last),
                new Statistics.Extremes(min, instant(minAt), max, instant(maxAt)),
                mean.value(),
                sd,
                celsius.map(c -> c.back().unrounded(mkt.celsius())).orElse(Double.NaN),
                Statistics.Quantiles.of(percentiles),
                band == null ? Statistics.TimeIn.NO_LIMITS : new Statistics.TimeIn(within, above, below));
    }

    private Instant instant(long at) {
        return count == 0 ? null : Instant.ofEpochMilli(at);
    }
}
