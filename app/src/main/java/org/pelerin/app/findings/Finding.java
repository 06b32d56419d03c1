package org.pelerin.app.findings;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import org.pelerin.core.judge.Severity;

/**
 * Something that somebody has to make something of.
 *
 * @param told what it is, of what a logger shows about itself; empty for departures
 * @param lead what its gravest departure is; empty for others
 * @param missions how many it is about
 * @param mission the first of them, {@code serial} of its logger
 * @param where the spot with its site; empty where none was named
 * @param changed whether it was judged otherwise since it was closed
 */
public record Finding(
        long id,
        FindingKind kind,
        FindingState state,
        Severity severity,
        boolean latched,
        String told,
        Lead lead,
        Instant from,
        Instant to,
        int parts,
        int missions,
        long mission,
        String serial,
        Long siteId,
        Long spotId,
        String where,
        String zone,
        Work work,
        Instant openedAt,
        boolean changed,
        Long mergedInto) {

    /** @param direction above, below, outside or gap */
    public record Lead(String channel, String direction, String unit, Double limit, Double peak) {}

    /** What people said of it. */
    public record Work(
            String owner,
            LocalDate dueOn,
            Long causeId,
            String cause,
            String action,
            String disposition,
            Instant acknowledgedAt,
            String acknowledgedBy,
            Instant closedAt,
            String closedBy) {

        /** The day as it is written; null for none. */
        public String due() {
            return dueOn == null ? null : dueOn.toString();
        }
    }

    public Duration duration() {
        return Duration.between(from, to);
    }

    public boolean departure() {
        return kind == FindingKind.DEPARTURE;
    }

    public String mark() {
        return !departure() || lead.direction.equals("gap") ? "◇" : above() ? "▲" : "▼";
    }

    public String tone() {
        return !departure() || lead.direction.equals("gap") ? "miss" : above() ? "up" : "down";
    }

    private boolean above() {
        return lead.direction.equals("above")
                || lead.direction.equals("outside")
                        && lead.peak != null
                        && lead.limit != null
                        && lead.peak > lead.limit;
    }
}
