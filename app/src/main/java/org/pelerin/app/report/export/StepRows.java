package org.pelerin.app.report.export;

import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.List;
import org.pelerin.core.series.Series;
import org.pelerin.core.stats.Mean;

/**
 * Samples summed up by full steps of a zone's day: mean (of levels as energy), least and greatest of the samples in each, missing ones left out. Steps of less than a day
 * begin anew at midnight, so that they begin at the same times on every day; days are counted from 1 January 1970.
 */
final class StepRows {

    /** Takes the sums of one step, by channel; NaN where nothing is valid. */
    interface Sink {
        void step(long fromMillis, double[] mean, double[] least, double[] greatest, long[] samples) throws IOException;
    }

    private final ZoneId zone;
    private final Duration step;
    private final Sink sink;
    private final List<Series> series;
    private final Mean[] means;
    private final double[] least;
    private final double[] greatest;
    private final long[] samples;
    private long begin = Long.MIN_VALUE;
    private long end = Long.MIN_VALUE;

    private StepRows(List<Series> series, ZoneId zone, Duration step, Sink sink) {
        int width = series.size();
        this.series = series;
        this.zone = zone;
        this.step = step;
        this.sink = sink;
        this.means = new Mean[width];
        this.least = new double[width];
        this.greatest = new double[width];
        this.samples = new long[width];
    }

    /** @param from in ms, inclusive, and {@code to}, exclusive */
    static void forEach(List<Series> series, long from, long to, ZoneId zone, Duration step, Sink sink)
            throws IOException {
        StepRows all = new StepRows(series, zone, step, sink);
        SampleRows.forEach(series, from, to, (index, millis, values) -> all.row(millis, values));
        all.tell();
    }

    private void row(long millis, double[] values) throws IOException {
        if (millis >= end) {
            tell();
            open(millis);
        }
        for (int c = 0; c < values.length; c++) {
            double v = values[c];
            if (!Double.isNaN(v)) {
                if (samples[c] == 0) {
                    means[c] = Mean.forUnit(series.get(c).unit());
                }
                means[c].add(v, 1);
                least[c] = samples[c] == 0 ? v : Math.min(least[c], v);
                greatest[c] = samples[c] == 0 ? v : Math.max(greatest[c], v);
                samples[c]++;
            }
        }
    }

    private void open(long millis) {
        LocalDate day = Instant.ofEpochMilli(millis).atZone(zone).toLocalDate();
        if (step.compareTo(Duration.ofDays(1)) >= 0) {
            long days = step.toDays();
            LocalDate first = LocalDate.ofEpochDay(Math.floorDiv(day.toEpochDay(), days) * days);
            begin = start(first);
            end = start(first.plusDays(days));
        } else {
            long midnight = start(day);
            begin = midnight + (millis - midnight) / step.toMillis() * step.toMillis();
            end = Math.min(begin + step.toMillis(), start(day.plusDays(1)));
        }
    }

    private long start(LocalDate day) {
        return day.atStartOfDay(zone).toInstant().toEpochMilli();
    }

    private void tell() throws IOException {
        if (end == Long.MIN_VALUE) {
            return;
        }
        double[] mean = new double[samples.length];
        double[] low = new double[samples.length];
        double[] high = new double[samples.length];
        for (int c = 0; c < samples.length; c++) {
            mean[c] = samples[c] == 0 ? Double.NaN : means[c].value();
            low[c] = samples[c] == 0 ? Double.NaN : least[c];
            high[c] = samples[c] == 0 ? Double.NaN : greatest[c];
        }
        sink.step(begin, mean, low, high, samples.clone());
        Arrays.fill(samples, 0);
    }
}
