package org.pelerin.app.record;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.deployment.placing.SpotTimes;
import org.pelerin.app.deployment.placing.TimeAtSpot;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.missions.MissionVersion;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotDoneException;
import org.pelerin.app.platform.web.TooLateException;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.record.Exclusion;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.threeten.extra.Interval;

/** What of a mission is judged: its period, and what is excluded of it. Recorded series and captures are never touched. */
@Service
@RetriedOnDeadlock
public class JudgedRecords {

    /** A period or an exclusion that makes no sense; nothing was done. */
    public static final class NoSuchTimeException extends NotDoneException {
        NoSuchTimeException(String message) {
            super(message);
        }
    }

    private final JudgedMapper judged;
    private final MissionQueries missions;
    private final SpotTimes spotTimes;
    private final AuditTrail audit;
    private final Formats show;
    private final Clock clock;
    private final MissionVersion versions;

    JudgedRecords(
            JudgedMapper judged,
            MissionQueries missions,
            SpotTimes spotTimes,
            AuditTrail audit,
            Formats show,
            Clock clock,
            MissionVersion versions) {
        this.versions = versions;
        this.show = show;
        this.judged = judged;
        this.missions = missions;
        this.spotTimes = spotTimes;
        this.audit = audit;
        this.clock = clock;
    }

    /** Of series that are at hand: all of its own, or as they are shown otherwise. */
    public JudgedRecord of(Mission mission, List<Series> series) {
        return of(mission, series, mission.records().collectedAt());
    }

    /** @param collectedAt when it is collected; null while it goes on */
    public JudgedRecord of(Mission mission, List<Series> series, Instant collectedAt) {
        Instant first = series.isEmpty() ? null : series.get(0).axis().first();
        Instant last = series.isEmpty() ? null : end(series.get(0).axis());
        JudgedPeriod period = period(mission, first, last, collectedAt);
        return JudgedRecord.of(series, period.interval(), left(mission, period));
    }

    /** What of it is judged between two instants. */
    public JudgedRecord between(Mission mission, List<Series> series, Instant from, Instant to) {
        JudgedPeriod judged = period(mission);
        Interval period = judged.interval();
        Interval part = Interval.of(from, to);
        Interval both =
                period == null ? part : period.overlaps(part) ? period.intersection(part) : Interval.of(from, from);
        return JudgedRecord.of(series, both, left(mission, judged));
    }

    public JudgedPeriod period(Mission mission) {
        Instant last = mission.records().lastAt();
        return period(
                mission,
                mission.records().firstAt(),
                last == null ? null : last.plus(mission.plan().interval()),
                mission.records().collectedAt());
    }

    private static Instant end(TimeAxis axis) {
        return Instant.ofEpochMilli(axis.millisAt(axis.count()));
    }

    /** @param last where the record ends */
    private JudgedPeriod period(Mission mission, Instant first, Instant last, Instant collectedAt) {
        TimeAtSpot stay = spotTimes.of(mission).orElse(null);
        JudgedPeriod.Chosen chosen = judged.chosen(mission.id());
        if (chosen != null) {
            return new JudgedPeriod(chosen.fromAt(), chosen.toAt(), stay, chosen);
        }
        if (stay == null || ModelCatalogue.FILE.equals(mission.device().model())) {
            return new JudgedPeriod(null, null, null, null);
        }
        Plan plan = mission.plan();
        Instant asked = planned(plan, mission);
        Instant begins = asked == null || late(first, asked, plan.interval()) ? first : asked;
        Instant over = earlier(left(mission, stay, collectedAt), stops(plan, begins, last));
        // what it goes on to record is not missing: it has not been collected yet
        boolean ahead = collectedAt == null && over != null && last != null && over.isAfter(last);
        return new JudgedPeriod(later(stay.settledAt(), begins), ahead ? null : over, stay, null);
    }

    /** A sample that came less than an interval late came in time: what is asked for is on another clock than the one that was asked. */
    private static boolean late(Instant is, Instant asked, Duration interval) {
        return is != null && !is.isBefore(asked) && Duration.between(asked, is).compareTo(interval) < 0;
    }

    /** When its time at the spot was over; null for the end of its record. */
    private Instant left(Mission mission, TimeAtSpot stay, Instant collectedAt) {
        if (stay.takenAt() != null && (collectedAt == null || !stay.takenAt().isAfter(collectedAt))) {
            return stay.takenAt();
        }
        // still there: what was not recorded until it was collected is missing, if the logger could not record it; a
        // memory
        // stick may have been brought long after its records were taken
        return missions.clockCompared(mission.id()) && missions.ranOut(mission.id()) ? collectedAt : null;
    }

    /** When the plan asked it to begin; null where somebody, or what it measures, starts it. */
    private static Instant planned(Plan plan, Mission mission) {
        if (plan.start() instanceof StartCondition.At at) {
            return at.instant();
        }
        return plan.start() instanceof StartCondition.After after
                        && mission.course().writtenAt() != null
                ? mission.course().writtenAt().plus(after.delay())
                : null;
    }

    /** When the plan asked it to stop; null where it did not, and where the record ends less than an interval before. */
    private static Instant stops(Plan plan, Instant begins, Instant last) {
        Instant asked = stops(plan, begins);
        return asked != null && last != null && late(asked, last, plan.interval()) ? null : asked;
    }

    private static Instant stops(Plan plan, Instant begins) {
        if (plan.stop() instanceof StopCondition.At at) {
            return at.instant();
        }
        if (begins == null) {
            return null;
        }
        if (plan.stop() instanceof StopCondition.AfterSamples n) {
            return begins.plus(plan.interval().multipliedBy(n.count()));
        }
        return plan.stop() instanceof StopCondition.AfterTime t ? begins.plus(t.time()) : null;
    }

    private static Instant later(Instant a, Instant b) {
        return b == null || a != null && a.isAfter(b) ? a : b;
    }

    private static Instant earlier(Instant a, Instant b) {
        return b == null || a != null && a.isBefore(b) ? a : b;
    }

    /** What people left out, and the time in which the logger was away from its spot. */
    private List<Exclusion> left(Mission mission, JudgedPeriod period) {
        List<Exclusion> out = new ArrayList<>(
                excluded(mission.id()).stream().map(Excluded::exclusion).toList());
        period.away().forEach(a -> out.add(new Exclusion(a, Exclusion.Kind.NOT_PART)));
        return out;
    }

    /** In the order of time. */
    public List<Excluded> excluded(long mission) {
        return judged.excluded(mission);
    }

    /** @param from null for the beginning of the record, {@code to} for its end */
    @Transactional
    public void choose(Mission mission, Instant from, Instant to, String reason, String by) {
        if (from != null && to != null && !to.isAfter(from)) {
            throw new NoSuchTimeException(Texts.of("record.judgedRecords.theAssessedPeriodMustEnd"));
        }
        String before = told(period(mission));
        judged.choose(mission.id(), from, to, reason, clock.instant(), by);
        versions.recordChanged(mission.id());
        audit.record(by, "judged period", mission.subject(), before, told(period(mission)), reason);
    }

    /** It follows from the placing again. */
    @Transactional
    public void follow(Mission mission, String reason, String by) {
        String before = told(period(mission));
        if (judged.forget(mission.id()) == 0) {
            throw new TooLateException(Texts.of("record.judgedRecords.itAlreadyFollowsThePlacing"));
        }
        versions.recordChanged(mission.id());
        audit.record(by, "judged period", mission.subject(), before, told(period(mission)), reason);
    }

    /** @return its number */
    @Transactional
    public long exclude(Mission mission, Exclusion.Kind kind, Instant from, Instant to, String reason, String by) {
        if (!to.isAfter(from)) {
            throw new NoSuchTimeException(Texts.of("record.judgedRecords.anExclusionMustEndAfter"));
        }
        JudgedMapper.NewExclusion made =
                new JudgedMapper.NewExclusion(mission.id(), kind, from, to, reason, clock.instant(), by);
        judged.exclude(made);
        versions.recordChanged(mission.id());
        audit.record(
                by,
                "exclude",
                mission.subject(),
                "",
                Texts.stored("stored.judgedRecords.kindFromToTo", "kind", kind, "from", from, "to", to),
                reason);
        return made.id;
    }

    /**
     * What the record has nothing of cannot be left out of it; what a mission goes on to record may be.
     *
     * @throws NoSuchTimeException if it has nothing in that time
     */
    public void requireInside(Mission mission, Instant from, Instant to) {
        Mission.Records r = mission.records();
        if (r.firstAt() == null || r.lastAt() == null) {
            return;
        }
        Instant end = r.lastAt().plus(mission.plan().interval());
        if (!to.isAfter(r.firstAt()) || r.collectedAt() != null && !from.isBefore(end)) {
            ZoneId zone = mission.zoneOr(show.home());
            throw new NoSuchTimeException(Texts.of(
                    "record.judgedRecords.theRecordHasNothingIn",
                    "firstAt",
                    show.when(r.firstAt(), zone),
                    "end",
                    show.when(end, zone)));
        }
    }

    @Transactional
    public void include(Mission mission, long exclusion, String by) {
        Excluded was = excluded(mission.id()).stream()
                .filter(e -> e.id() == exclusion)
                .findFirst()
                .orElseThrow(() -> new TooLateException(Texts.of("record.judgedRecords.theExclusionNoLongerExists")));
        if (judged.undo(mission.id(), exclusion, clock.instant(), by) == 0) {
            throw new TooLateException(Texts.of("record.judgedRecords.theExclusionNoLongerExists"));
        }
        versions.recordChanged(mission.id());
        audit.record(
                by,
                "include again",
                mission.subject(),
                Texts.stored(
                        "stored.judgedRecords.kindFromAtToTo",
                        "kind",
                        was.kind(),
                        "fromAt",
                        was.fromAt(),
                        "toAt",
                        was.toAt()),
                "");
    }

    private static String told(JudgedPeriod p) {
        return p.whole()
                ? Texts.stored("stored.judgedRecords.theWholeRecord")
                : Texts.stored(
                        "stored.judgedRecords.fromToTo",
                        "from",
                        (p.from() == null ? Texts.stored("stored.judgedRecords.theBeginning") : p.from()),
                        "to",
                        (p.to() == null ? Texts.stored("stored.judgedRecords.theEnd") : p.to()));
    }
}
