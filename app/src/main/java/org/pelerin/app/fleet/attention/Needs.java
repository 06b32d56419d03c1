package org.pelerin.app.fleet.attention;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.missions.MissionState;
import org.pelerin.app.organisation.AttentionRules;
import org.pelerin.app.platform.language.Texts;

/** The rules by which a logger needs somebody. */
public final class Needs {

    private final AttentionRules rules;

    public Needs(AttentionRules rules) {
        this.rules = rules;
    }

    /** The gravest first; empty if nobody needs to do anything. */
    public List<Need> of(LoggerOverview s, Instant now) {
        return of(s, now, Duration.ZERO);
    }

    /** @param ahead how much earlier than required a collection is taken to be due */
    public List<Need> of(LoggerOverview s, Instant now, Duration ahead) {
        List<Need> out = new ArrayList<>();
        if (s.run().state() != null && s.run().state().home()) {
            collected(s, out);
        } else if (s.run().missionId() != null) {
            inField(s, now, ahead, out);
        } else if (s.stay().placedAt() != null) {
            out.add(need(s, Need.Kind.NO_PLAN, s.stay().placedAt()));
        }
        if (s.inField() && !s.stay().misfit().isEmpty()) {
            out.add(new Need(
                    Need.Kind.OTHERWISE,
                    s.serial(),
                    s.run().missionId(),
                    s.where(),
                    s.stay().spotId(),
                    s.stay().placedAt(),
                    s.stay().misfit(),
                    s.link().connected()));
        }
        if (s.alarmOpen()) {
            out.add(need(s, Need.Kind.ALARM, s.link().alarmedAt()));
        }
        if (s.link().silence() != null && s.link().silence().matters(now)) {
            out.add(silent(s, now));
        }
        if (s.inField() && rules.clock().exceeded(s.device().clockOffset(), sinceClockSet(s))) {
            out.add(need(s, Need.Kind.CLOCK_OFF, s.device().seenAt()));
        }
        if (s.calibrationDue() != null
                && !s.device().retired()
                && s.calibrationDue().isBefore(now.plus(rules.calibrationAhead()))) {
            boolean lapsed = !s.calibrationDue().isAfter(now);
            out.add(need(s, lapsed ? Need.Kind.CALIBRATION_LAPSED : Need.Kind.CALIBRATION_DUE, s.calibrationDue()));
        }
        out.sort(java.util.Comparator.comparing(Need::kind));
        return out;
    }

    /** A logger's clock is set when it is written; as seen last. */
    private static Duration sinceClockSet(LoggerOverview s) {
        return s.run().writtenAt() == null
                ? Duration.ZERO
                : Duration.between(s.run().writtenAt(), s.device().seenAt());
    }

    private static void collected(LoggerOverview s, List<Need> out) {
        if (s.link().docked() || s.stay().takenAt() != null) {
            // it is on the table, or on a shelf
            return;
        }
        if (!s.device().retired()) {
            out.add(need(s, Need.Kind.LEFT_STOPPED, s.run().collectedAt()));
        } else if (s.stay().placedAt() != null
                && s.stay().placedAt().isAfter(s.run().collectedAt())) {
            // out of stock again, and nobody wrote it
            out.add(need(s, Need.Kind.NO_PLAN, s.stay().placedAt()));
        }
    }

    private void inField(LoggerOverview s, Instant now, Duration ahead, List<Need> out) {
        if (s.run().startsAt() == null) {
            if (!onTable(s) && Duration.between(s.run().writtenAt(), now).compareTo(rules.startWithin()) > 0) {
                out.add(need(s, Need.Kind.NEVER_STARTED, s.run().writtenAt()));
            }
            return;
        }
        if (s.stay().takenAt() != null) {
            // nothing that it records from now on is wanted
            out.add(need(s, Need.Kind.NOT_EMPTIED, s.stay().takenAt()));
            return;
        }
        Instant visit = visit(s, now);
        if (s.run().state() == MissionState.ENDED) {
            out.add(need(s, Need.Kind.STOPPED, s.run().endsAt()));
        } else if (!s.batteryFirst()) {
            // what ends it is the earliest; the other then is no news
            records(s, now, visit, out);
        }
        if (foreseen(s, s.run().batteryEndsAt(), now)) {
            out.add(need(s, Need.Kind.BATTERY_EMPTY, s.run().batteryEndsAt()));
        } else if (s.run().batteryEndsAt() != null
                && s.run().batteryEndsAt().isAfter(now)
                && s.run().batteryEndsAt().isBefore(visit)) {
            out.add(need(s, Need.Kind.BATTERY_ENDS, s.run().batteryEndsAt()));
        }
        Instant due = due(s);
        if (due != null && !due.isAfter(now.plus(ahead))) {
            out.add(need(s, Need.Kind.OVERDUE, due));
        }
        if (Duration.between(s.device().seenAt(), now).compareTo(rules.seenWithin()) > 0) {
            out.add(need(s, Need.Kind.LOST, s.device().seenAt()));
        }
    }

    private static void records(LoggerOverview s, Instant now, Instant visit, List<Need> out) {
        if (foreseen(s, s.run().endsAt(), now)) {
            out.add(need(
                    s,
                    s.run().plannedEnd() ? Need.Kind.STOPPED : Need.Kind.MEMORY_FULL,
                    s.run().endsAt()));
        } else if (s.run().endsAt() != null
                && s.run().endsAt().isAfter(now)
                && s.run().endsAt().isBefore(visit)
                && !s.run().plannedEnd()) {
            out.add(need(s, Need.Kind.MEMORY_FILLS, s.run().endsAt()));
        }
    }

    /** Whether an end that was foreseen must have come; of one that answers its own word counts. */
    private static boolean foreseen(LoggerOverview s, Instant end, Instant now) {
        return !s.link().connected() && end != null && !end.isAfter(now);
    }

    /** Whether it waits to be carried out: in the dock, or written for no spot and placed nowhere. */
    private static boolean onTable(LoggerOverview s) {
        return s.link().docked() || s.stay().placedAt() == null && s.stay().spotId() == null;
    }

    /** When somebody next comes by: for the required collection, or within the time that the rules say. */
    private Instant visit(LoggerOverview s, Instant now) {
        Instant due = due(s);
        Instant soon = now.plus(rules.visitWithin());
        return due == null || due.isBefore(soon) ? soon : due;
    }

    /** When its spot next requires that it be collected; null where it does not. What others did there does not count. */
    static Instant due(LoggerOverview s) {
        if (s.stay().collectDays() == null || s.run().startsAt() == null) {
            return null;
        }
        Instant begun =
                s.stay().placedAt() == null ? s.run().startsAt() : s.stay().placedAt();
        Instant last = s.readAt() == null || s.readAt().isBefore(begun) ? begun : s.readAt();
        return last.plus(Duration.ofDays(s.stay().collectDays()));
    }

    private static Need silent(LoggerOverview s, Instant now) {
        long missed = s.link().silence().missed(now);
        String detail = s.link().silence().reason()
                + (missed == 0 ? "" : Texts.of("fleet.attention.needs.collectionsMissed", "missed", missed));
        return new Need(
                Need.Kind.SILENT,
                s.serial(),
                s.run().missionId(),
                s.where(),
                s.stay().spotId(),
                s.link().silence().since(),
                detail,
                false);
    }

    private static Need need(LoggerOverview s, Need.Kind kind, Instant since) {
        return new Need(
                kind,
                s.serial(),
                s.run().missionId(),
                s.where(),
                s.stay().spotId(),
                since,
                s.link().connected());
    }
}
