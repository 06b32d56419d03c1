package org.pelerin.core.stats;

import java.time.Duration;
import java.time.Instant;
import org.pelerin.core.record.SampleReader;
import org.pelerin.core.record.SampleSource;

/**
 * How often and how long a contact was open. A value of at least ½ is open.
 *
 * @param openings stretches in which it was open without a break, the one counted that it began with; missing data break one
 * @param open time in them, of {@code observed}: the time that any valid value stands for
 * @param longest of the stretches, the first if several; zero for none
 * @param longestAt when that began; null for none
 */
public record ContactFigures(
        String channel, long openings, Duration open, Duration observed, Duration longest, Instant longestAt) {

    private static final double OPEN = 0.5;

    /** Cost: one pass. */
    public static ContactFigures of(SampleSource source) {
        Reader reader = new Reader();
        source.read(reader);
        return new ContactFigures(
                source.channel().label(),
                reader.openings,
                Duration.ofMillis(reader.open),
                Duration.ofMillis(reader.observed),
                Duration.ofMillis(reader.longest),
                reader.longestAt == null ? null : Instant.ofEpochMilli(reader.longestAt));
    }

    private static final class Reader implements SampleReader {

        private long openings;
        private long open;
        private long observed;
        private long longest;
        private Long longestAt;
        private boolean isOpen;
        private long began;
        private long until;

        @Override
        public void sample(long from, long to, double value, double terms) {
            observed += to - from;
            if (value < OPEN) {
                isOpen = false;
                return;
            }
            if (!isOpen || from != until) {
                openings++;
                isOpen = true;
                began = from;
            }
            open += to - from;
            until = to;
            if (longestAt == null || until - began > longest) {
                longest = until - began;
                longestAt = began;
            }
        }

        @Override
        public void missing(long from, long to, long own) {
            isOpen = false;
        }
    }
}
