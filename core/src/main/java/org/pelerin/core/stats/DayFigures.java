package org.pelerin.core.stats;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.record.SampleReader;
import org.pelerin.core.record.SampleSource;

/**
 * What a channel came to on one day of the local clock, of 23, 24 or 25 hours. A value that stands over midnight is divided by time, and counts among the
 * extremes of each day that it stands in.
 *
 * @param mean weighted by time; in dB as energy
 * @param valid time that values stood for
 */
public record DayFigures(LocalDate day, double mean, double min, double max, Duration valid) {

    /** Days of which any value is judged, in order. Cost: one pass. */
    public static List<DayFigures> of(SampleSource source, ZoneId zone) {
        Reader reader = new Reader(zone, Mean.forUnit(source.channel().unit()));
        source.read(reader);
        reader.close();
        return reader.days;
    }

    private static final class Reader implements SampleReader {

        private final List<DayFigures> days = new ArrayList<>();
        private final ZoneId zone;
        private final Mean mean;
        private LocalDate day;
        private long ends = Long.MIN_VALUE;
        private double min;
        private double max;
        private long valid;

        Reader(ZoneId zone, Mean mean) {
            this.zone = zone;
            this.mean = mean;
        }

        @Override
        public void sample(long from, long to, double value, double terms) {
            long at = from;
            do {
                if (at >= ends) {
                    close();
                    enter(at);
                }
                long until = Math.min(to, ends);
                mean.add(value, until - at);
                valid += until - at;
                min = Math.min(min, value);
                max = Math.max(max, value);
                at = until;
            } while (at < to);
        }

        private void enter(long at) {
            day = Instant.ofEpochMilli(at).atZone(zone).toLocalDate();
            ends = day.plusDays(1).atStartOfDay(zone).toInstant().toEpochMilli();
            min = Double.POSITIVE_INFINITY;
            max = Double.NEGATIVE_INFINITY;
            valid = 0;
            mean.clear();
        }

        private void close() {
            if (day != null) {
                days.add(new DayFigures(day, mean.value(), min, max, Duration.ofMillis(valid)));
            }
        }
    }
}
