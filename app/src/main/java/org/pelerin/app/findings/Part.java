package org.pelerin.app.findings;

import java.time.Duration;
import java.time.Instant;
import java.util.Objects;
import org.pelerin.core.judge.Severity;
import org.pelerin.core.judge.Side;

/**
 * One departure of a mission that belongs to a finding.
 *
 * @param id 0 for one that is not kept yet
 * @param firstStart when it began as it was first found, {@code firstEnd}: ended
 * @param found whether the latest judgement finds it
 */
public record Part(
        long id,
        long findingId,
        long missionId,
        String rule,
        String channel,
        String basis,
        String direction,
        String unit,
        Severity severity,
        boolean latched,
        Double limit,
        Double peak,
        Instant start,
        Instant end,
        Instant firstStart,
        Instant firstEnd,
        boolean found) {

    /** What departed. */
    public Finding.Lead lead() {
        return new Finding.Lead(channel, basis, direction, unit, limit, peak);
    }

    public Side side() {
        return lead().side();
    }

    public Duration duration() {
        return Duration.between(start, end);
    }

    /** Whether it is not as it was first found. */
    public boolean changed() {
        return !start.equals(firstStart) || !end.equals(firstEnd);
    }

    boolean overlaps(Part other) {
        return !start.isAfter(other.end) && !other.start.isAfter(end);
    }

    /** The same departure as a later judgement has it: of the same channel and side at the same time. */
    boolean is(Part later) {
        return missionId == later.missionId
                && channel.equals(later.channel)
                // what earlier versions kept does not say it
                && (basis.isEmpty() || basis.equals(later.basis))
                && direction.equals(later.direction)
                && overlaps(later);
    }

    /** The same once it is not found any more. */
    Part gone() {
        return new Part(
                id,
                findingId,
                missionId,
                rule,
                channel,
                basis,
                direction,
                unit,
                severity,
                latched,
                limit,
                peak,
                start,
                end,
                firstStart,
                firstEnd,
                false);
    }

    /** As a later judgement has it. */
    Part as(Part later) {
        return new Part(
                id,
                findingId,
                missionId,
                later.rule,
                channel,
                later.basis,
                direction,
                later.unit,
                later.severity,
                later.latched,
                later.limit,
                later.peak,
                later.start,
                later.end,
                firstStart,
                firstEnd,
                true);
    }

    /** Whether a later judgement says the same of it, but for the basis, which earlier versions did not keep. */
    boolean unchanged(Part later) {
        Part now = as(later);
        return rule.equals(now.rule)
                && unit.equals(now.unit)
                && severity == now.severity
                && latched == now.latched
                && Objects.equals(limit, now.limit)
                && Objects.equals(peak, now.peak)
                && start.equals(now.start)
                && end.equals(now.end)
                && found;
    }
}
