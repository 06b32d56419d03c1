package org.pelerin.app.fleet.attention;

import java.time.Duration;
import java.time.Instant;
import org.pelerin.app.loggers.connection.Station;

/**
 * A network station that does not answer.
 *
 * @param since when it last did
 * @param reason why not
 * @param everyMin how often it is to be collected, in minutes; 0 for only when somebody asks
 */
public record Silence(long stationId, Instant since, String reason, int everyMin) {

    /** Shorter than this is a cable being moved. */
    private static final Duration PATIENCE = Duration.ofMinutes(10);

    private static final Duration PATIENCE_UNSCHEDULED = Duration.ofHours(1);

    /** Null where it answers. */
    public static Silence of(Station s) {
        return s.reason().isEmpty() || s.answeredAt() == null
                ? null
                : new Silence(s.id(), s.answeredAt(), s.reason(), s.everyMin());
    }

    /** Whether somebody should look: two collections were missed, or as long as a cable takes. */
    boolean matters(Instant now) {
        Duration every = Duration.ofMinutes(2L * everyMin);
        Duration patience = everyMin == 0 ? PATIENCE_UNSCHEDULED : every.compareTo(PATIENCE) > 0 ? every : PATIENCE;
        return Duration.between(since, now).compareTo(patience) > 0;
    }

    /** How many collections were missed; 0 where none is scheduled. */
    public long missed(Instant now) {
        return everyMin == 0 || now.isBefore(since)
                ? 0
                : Duration.between(since, now).dividedBy(Duration.ofMinutes(everyMin));
    }
}
