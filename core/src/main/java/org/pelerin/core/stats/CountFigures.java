package org.pelerin.core.stats;

import java.time.Instant;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import org.pelerin.core.record.SampleReader;
import org.pelerin.core.record.SampleSource;

/**
 * What a meter counted, whose values are amounts per record: pulses, or litres made of them.
 *
 * @param unit of the amounts
 * @param total of all valid values; what is missing is not made up for
 * @param greatest amount in one hour of the local clock, by the instants of the records; NaN where there is none, or where a record covers more than an hour
 * @param greatestAt when the first such hour begins; null for none
 */
public record CountFigures(String channel, String unit, double total, double greatest, Instant greatestAt) {

    private static final long HOUR = 3_600_000;

    /** Cost: one pass. */
    public static CountFigures of(SampleSource source, ZoneId zone) {
        Reader reader = new Reader(zone);
        source.read(reader);
        reader.close();
        boolean none = reader.greatestAt == null || reader.coarse;
        return new CountFigures(
                source.channel().label(),
                source.channel().unit().symbol(),
                reader.total,
                none ? Double.NaN : reader.greatest,
                none ? null : reader.greatestAt);
    }

    private static final class Reader implements SampleReader {

        private final ZoneId zone;
        private double total;
        private double hour;
        private long begins = Long.MAX_VALUE;
        private long ends = Long.MIN_VALUE;
        private double greatest;
        private Instant greatestAt;
        private boolean coarse;

        Reader(ZoneId zone) {
            this.zone = zone;
        }

        @Override
        public void sample(long from, long to, double value, double terms) {
            coarse |= to - from > HOUR;
            if (from >= ends || from < begins) {
                close();
                begins = Instant.ofEpochMilli(from)
                        .atZone(zone)
                        .truncatedTo(ChronoUnit.HOURS)
                        .toInstant()
                        .toEpochMilli();
                ends = begins + HOUR;
                hour = 0;
            }
            hour += value;
            total += value;
        }

        private void close() {
            if (ends > begins && (greatestAt == null || hour > greatest)) {
                greatest = hour;
                greatestAt = Instant.ofEpochMilli(begins);
            }
        }
    }
}
