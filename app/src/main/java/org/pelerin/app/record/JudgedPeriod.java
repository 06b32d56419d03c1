package org.pelerin.app.record;

import java.time.Instant;
import java.util.List;
import org.pelerin.app.deployment.placing.TimeAtSpot;
import org.threeten.extra.Interval;

/**
 * The time of a mission that is judged.
 *
 * @param from null for the beginning of the record
 * @param to null for its end
 * @param stay at its spot that it follows from; null where none is known, and the whole record is judged
 * @param chosen by a reviewer; null where it follows from the stay
 */
public record JudgedPeriod(Instant from, Instant to, TimeAtSpot stay, Chosen chosen) {

    /** What somebody set in its place. */
    public record Chosen(Instant fromAt, Instant toAt, String reason, Instant setAt, String setBy) {}

    /** Time between its beginning and its end in which the logger was not at its spot: no part of the run. */
    public List<Interval> away() {
        return chosen != null || stay == null ? List.of() : stay.away();
    }

    public boolean whole() {
        return from == null && to == null;
    }

    /** Null for the whole record; empty where it would end before it begins. */
    Interval interval() {
        if (whole()) {
            return null;
        }
        Instant begin = from == null ? Instant.MIN : from;
        Instant end = to == null ? Instant.MAX : to;
        return Interval.of(begin, end.isBefore(begin) ? begin : end);
    }
}
