package org.pelerin.app.findings;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.judge.Severity;
import org.pelerin.core.judge.Side;

/**
 * Something that somebody has to make something of.
 *
 * @param told what it is, of what a logger shows about itself; empty for departures
 * @param lead what its gravest departure is; empty for others
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
        Extent extent,
        Subject subject,
        Work work,
        Instant openedAt,
        boolean changed,
        Long mergedInto) {

    /** From its first part's beginning to its last part's end. */
    public record Extent(Instant from, Instant to, int parts, int missions) {}

    /**
     * What it is about.
     *
     * @param mission the first of them, {@code serial} of its logger
     * @param where the spot with its site; empty where none was named
     */
    public record Subject(long mission, String serial, Long siteId, Long spotId, String where, String zone) {}

    /**
     * What departed.
     *
     * @param channel empty for the whole record
     * @param basis what of the channel the rule compares, as judgements have it; empty for its values
     * @param direction above, below, outside or gap, as judgements have it
     * @param limit and {@code peak}: null where data are missing
     */
    public record Lead(String channel, String basis, String direction, String unit, Double limit, Double peak) {

        public Side side() {
            if (direction.equals("gap")) {
                return Side.MISSING;
            }
            boolean above = direction.equals("above")
                    || direction.equals("outside") && peak != null && limit != null && peak > limit;
            return above ? Side.ABOVE : Side.BELOW;
        }
    }

    /** Its assessment by people. */
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

    /** The same with only some of what belongs to it. */
    Finding within(PartSum some) {
        return new Finding(
                id,
                kind,
                state,
                severity,
                latched,
                told,
                some.lead().lead(),
                new Extent(some.from(), some.to(), some.parts(), some.missions()),
                subject,
                work,
                openedAt,
                changed,
                mergedInto);
    }

    /** What has to be said before it can be closed: a cause; of a grave departure also what became of what was stored there. */
    List<String> unsaid() {
        List<String> out = new ArrayList<>();
        if (work.causeId() == null && (departure() || work.action().isBlank())) {
            out.add(
                    departure()
                            ? Texts.of("findings.finding.theCause")
                            : Texts.of("findings.finding.theCauseOrTheAction"));
        }
        if (departure()
                && severity.compareTo(Severity.MAJOR) >= 0
                && work.disposition().isBlank()) {
            out.add(Texts.of("findings.finding.theProductDisposition"));
        }
        return out;
    }

    /** What is still to be done with it by somebody. */
    public String lacking() {
        return unsaid().isEmpty()
                ? Texts.of("findings.finding.closesIt")
                : Texts.of("findings.finding.entersAndClosesIt", "x", Texts.and(unsaid()));
    }

    public Duration duration() {
        return Duration.between(extent.from, extent.to);
    }

    public boolean departure() {
        return kind == FindingKind.DEPARTURE;
    }

    public String mark() {
        return side().mark();
    }

    /** Of what a logger shows about itself, something is missing. */
    public Side side() {
        return departure() ? lead.side() : Side.MISSING;
    }
}
