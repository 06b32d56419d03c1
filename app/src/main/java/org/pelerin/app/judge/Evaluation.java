package org.pelerin.app.judge;

import java.time.Instant;
import java.time.ZoneId;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.judge.limits.InForce;
import org.pelerin.app.judge.limits.LimitsInForce;
import org.pelerin.app.judge.limits.LimitsSource;
import org.pelerin.app.judge.limits.UnlimitedChannels;
import org.pelerin.app.judge.shift.ShiftSetting;
import org.pelerin.app.judge.shift.WorkingShifts;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.missions.MissionVersion;
import org.pelerin.app.platform.sql.LockWait;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.work.WorkOrders;
import org.pelerin.app.record.DerivedSeries;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.core.derive.TooManyWindowsException;
import org.pelerin.core.exchange.ExcursionDocument;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.judge.Basis;
import org.pelerin.core.judge.Excursion;
import org.pelerin.core.judge.Judge;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.TooManyExcursionsException;
import org.pelerin.core.judge.ZoneMissingException;
import org.pelerin.core.language.CurrentLanguage;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.record.SampleSource;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.sound.LevelNames;
import org.pelerin.core.sound.ShiftSound;
import org.pelerin.core.stats.MeanKineticTemperature;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;

/** Judges a collected mission and keeps the judgement, so that pages only read it. */
@Service
public class Evaluation {

    private static final Logger LOG = LoggerFactory.getLogger(Evaluation.class);
    private static final int ATTEMPTS = 5;

    private final JudgementMapper judgements;
    private final MissionQueries service;
    private final SeriesStore store;
    private final DerivedSeries derived;
    private final WorkingShifts shifts;
    private final LimitsInForce inForce;
    private final AuditTrail audit;
    private final Formats show;
    private final WorkOrders orders;
    private final ApplicationEventPublisher events;
    private final TransactionTemplate transaction;
    private final MissionVersion versions;

    Evaluation(
            JudgementMapper judgements,
            MissionQueries service,
            SeriesStore store,
            DerivedSeries derived,
            WorkingShifts shifts,
            LimitsInForce inForce,
            AuditTrail audit,
            Formats show,
            WorkOrders orders,
            ApplicationEventPublisher events,
            TransactionTemplate transaction,
            MissionVersion versions) {
        this.versions = versions;
        this.orders = orders;
        this.audit = audit;
        this.shifts = shifts;
        this.inForce = inForce;
        this.show = show;
        this.events = events;
        this.transaction = transaction;
        this.judgements = judgements;
        this.service = service;
        this.store = store;
        this.derived = derived;
    }

    /**
     * Decides whether the clock is corrected, and judges by it; nothing where it is so already.
     *
     * @param reason for the record
     */
    public void decideClock(Mission mission, boolean corrected, String reason, String by) {
        long on = version(mission.id());
        Mission decided = mission.withClock(corrected);
        // deciding is a change of what it is judged on
        Judged judged = judge(
                decided, on + 1, store.recorded(decided), mission.records().collectedAt());
        boolean kept = Boolean.TRUE.equals(transaction.execute(
                t -> !versions.correctClock(mission, corrected, reason, by) || keep(mission.id(), judged)));
        if (!kept) {
            again(mission.id());
        }
    }

    /**
     * A judgement, and the ends of the record that it was made on.
     *
     * @param firstAt and {@code lastAt}: null where nothing was recorded
     * @param on what it was made on, see {@link MissionQueries#judgedOn}
     * @param derived values of what was derived for it
     * @param by the limits that it was made by; null for what is no mission yet
     */
    public record Judged(
            JudgementDocument document,
            Instant firstAt,
            Instant lastAt,
            long on,
            DerivedSeries.Values derived,
            InForce by) {}

    /** What a mission is judged on now: to be asked before anything of that is read, so that a judgement of what was older is not kept for it. */
    public long version(long mission) {
        return versions.judgedOn(mission);
    }

    /**
     * Judges a mission, and keeps nothing: to be done before the transaction that does.
     *
     * @param on {@link #version} before mission and record were read
     * @param collectedAt when it is collected; null while it goes on
     */
    public Judged judge(Mission mission, long on, List<Series> record, Instant collectedAt) {
        InForce by = inForce.of(mission);
        DerivedSeries.Outcome all = derived.of(mission, record, collectedAt, by.limits()::early);
        Limits limits = limits(by, mission, record.stream().map(Series::channel).toList());
        Judged judged = judge(limits, record, all.record(), mission.zoneOr(show.home()), on);
        JudgementDocument document = judged.document.withShifts(shifts(mission, all.record()));
        return new Judged(document, judged.firstAt, judged.lastAt, on, derived.values(all, record), by);
    }

    /**
     * What a mission is judged by: the limits in force, as rules for its channels, and the dose of the level that it recorded where a shift is set; of one that is signed, those that it was signed with.
     *
     * @param channels of it, derived ones too
     */
    public Limits limits(Mission mission, List<Channel> channels) {
        return versions.signedLimits(mission.id()).orElseGet(() -> limitsNow(mission, channels));
    }

    private Limits limitsNow(Mission mission, List<Channel> channels) {
        List<String> follow =
                derived.of(mission.id()).stream().map(DerivedSeries.Kept::name).toList();
        return limits(inForce.of(mission), mission, channels)
                .on(
                        channels.stream()
                                .filter(c -> !follow.contains(c.label()))
                                .toList(),
                        channels.stream()
                                .filter(c -> follow.contains(c.label()))
                                .toList());
    }

    /** The same of the channels that were judged. */
    public Limits limits(Mission mission, JudgementDocument j) {
        return limits(
                mission,
                j.series().stream().map(c -> Channel.of(c.channel(), c.unit())).toList());
    }

    private Limits limits(InForce by, Mission mission, List<Channel> channels) {
        Limits said = by.limits();
        if (said.rules().stream().anyMatch(r -> r.basis() instanceof Basis.Dose)) {
            // it says itself what a shift may come to
            return said;
        }
        return level(channels.stream())
                .flatMap(channel -> shifts.of(mission).map(s -> s.shift().rule(channel.label(), s.scheme())))
                .map(said::with)
                .orElse(said);
    }

    /** What a set of limits would find in a mission, in the place of what is in force; a shift that is set counts as ever. Keeps nothing. */
    public JudgementDocument tried(Mission mission, Limits set) {
        List<Series> recorded = store.recorded(mission);
        JudgedRecord record = derived.of(mission, recorded, mission.records().collectedAt(), set::early)
                .record();
        List<Channel> channels =
                record.sources().stream().map(SampleSource::channel).toList();
        return judged(mission, record, limits(only(set), mission, channels));
    }

    /** Which of its recorded channels a set of limits would leave unjudged, in words; empty where it names all of them, or none. */
    public String unlimited(Mission mission, Limits set) {
        List<Channel> recorded = store.channels(mission);
        return UnlimitedChannels.words(
                limits(only(set), mission, recorded).on(recorded, List.of()),
                recorded.stream().map(Channel::label).toList());
    }

    private static InForce only(Limits set) {
        return new InForce(set, null, LimitsSource.MISSION, true, null, "", "");
    }

    /**
     * A record of a mission judged by limits, on the clock of its site; of one without a site on that of the house. Limits that cannot be judged, as
     * with more windows than can be counted, leave no verdict, and say why: what is home stays home.
     */
    public JudgementDocument judged(Mission mission, JudgedRecord record, Limits limits) {
        return document(record, limits, mission.zoneOr(show.home()));
    }

    /** Runs out of limits that one judgement tells; nobody reads more. */
    public static final int MOST_EXCURSIONS = 20_000;

    private static JudgementDocument document(JudgedRecord record, Limits limits, ZoneId zone) {
        return CurrentLanguage.inEnglish(() -> documentInEnglish(record, limits, zone));
    }

    private static JudgementDocument documentInEnglish(JudgedRecord record, Limits limits, ZoneId zone) {
        try {
            return JudgementDocument.of(record, limits, zone, MeanKineticTemperature.DEFAULT_ENTHALPY, MOST_EXCURSIONS);
        } catch (TooManyWindowsException | TooManyExcursionsException | ZoneMissingException e) {
            JudgementDocument bare = JudgementDocument.of(
                    record,
                    new Limits(limits.name(), List.of(), limits.gapRules()),
                    zone,
                    MeanKineticTemperature.DEFAULT_ENTHALPY);
            return new JudgementDocument(
                    "inconclusive",
                    bare.series(),
                    bare.excursions(),
                    bare.gaps(),
                    bare.coverage(),
                    List.of("its limits cannot be judged: " + e.getMessage()),
                    List.of(),
                    bare.judged());
        }
    }

    /** Which limits those are, and why. */
    public InForce inForce(Mission mission) {
        return inForce.of(mission);
    }

    /** The level that a dose is reckoned of: the first channel in dB. */
    private static Optional<Channel> level(Stream<Channel> channels) {
        return channels.filter(c -> c.unit().level()).findFirst();
    }

    /** Each shift of which something was recorded; none where no shift is set, or no level was recorded. */
    private List<JudgementDocument.Shift> shifts(Mission mission, JudgedRecord record) {
        Optional<ShiftSetting> set = shifts.of(mission);
        Optional<Channel> level = level(record.recorded().stream().map(SampleSource::channel));
        if (set.isEmpty() || level.isEmpty()) {
            return List.of();
        }
        String label = level.get().label();
        SampleSource of = record.source(label).orElseThrow();
        return maxima(mission, record, label)
                .map(m -> ShiftSound.of(of, m, set.get().shift()))
                .orElseGet(() -> ShiftSound.of(of, set.get().shift()))
                .stream()
                .map(s -> JudgementDocument.Shift.of(label, s, set.get().scheme()))
                .toList();
    }

    /** The greatest levels that were recorded beside a level: by the model's own name for the channel, whatever it was called, else by its name. */
    private Optional<SampleSource> maxima(Mission mission, JudgedRecord record, String beside) {
        Plan plan = mission.plan();
        Map<String, String> called = new HashMap<>();
        ModelCatalogue.find(plan.model())
                .ifPresent(model -> plan.enabled()
                        .forEach(i -> called.put(
                                plan.channels().get(i).label(),
                                model.channels().get(i).label())));
        return record.recorded().stream()
                .filter(s -> s.channel().unit().level() && !s.channel().label().equals(beside))
                .filter(s -> LevelNames.greatest(
                        called.getOrDefault(s.channel().label(), s.channel().label())))
                .findFirst();
    }

    /** Which rules of a plan all that a logger recorded departs from, before and after it lay at its spot too, each as often as it does. */
    public static List<String> found(Plan plan, List<Series> record) {
        return record.isEmpty()
                ? List.of()
                : Judge.judge(JudgedRecord.of(record), plan.limits(), null).excursions().stream()
                        .map(Excursion::rule)
                        .toList();
    }

    private Judged judge(Limits limits, List<Series> record, JudgedRecord judged, ZoneId zone, long on) {
        if (record.isEmpty()) {
            return new Judged(nothing(), null, null, on, DerivedSeries.Values.NONE, null);
        }
        JudgementDocument document = document(judged, limits, zone);
        return new Judged(
                document,
                record.stream()
                        .map(s -> s.axis().first())
                        .min(Comparator.naturalOrder())
                        .orElseThrow(),
                record.stream()
                        .map(Evaluation::last)
                        .max(Comparator.naturalOrder())
                        .orElseThrow(),
                on,
                DerivedSeries.Values.NONE,
                null);
    }

    /**
     * Keeps a judgement in the place of the one before; repeating it changes nothing.
     *
     * @return false where what it was made on has changed meanwhile: it is not kept then
     */
    @Transactional
    public boolean keep(long missionId, Judged judged) {
        JudgementDocument document = judged.document;
        if (!versions.keepJudgement(
                missionId,
                judged.on,
                document.verdict(),
                document.withoutLimits(),
                document.json(),
                judged.firstAt,
                judged.lastAt)) {
            return false;
        }
        orders.cancel(JudgedAnew.KIND, missionId);
        if (judged.by != null) {
            inForce.judgedBy(missionId, judged.by);
        }
        derived.keep(missionId, judged.derived);
        // looked up first, as for series
        if (judgements.countOf(missionId) > 0) {
            judgements.deleteExcursions(missionId);
        }
        for (int i = 0; i < document.excursions().size(); i++) {
            ExcursionDocument e = document.excursions().get(i);
            judgements.insertExcursion(missionId, i + 1, e.side(), e.start(), e.end());
        }
        if (judged.by != null) {
            events.publishEvent(new MissionJudged(missionId, document, judged.by.limits()));
        }
        return true;
    }

    /** Judges a mission anew, by what it is judged on now. */
    public void again(long missionId) {
        for (int attempt = 0; attempt < ATTEMPTS; attempt++) {
            long on = version(missionId);
            Mission mission = service.find(missionId).orElseThrow();
            if (mission.records().signedAs() != null) {
                // what is signed stays as it was signed
                return;
            }
            try {
                Judged judged = judge(
                        mission, on, store.recorded(mission), mission.records().collectedAt());
                if (Boolean.TRUE.equals(transaction.execute(t -> keep(missionId, judged)))) {
                    return;
                }
            } catch (PessimisticLockingFailureException e) {
                // lost against another, or the record was written meanwhile; within somebody else's transaction that
                // one begins anew
                if (TransactionSynchronizationManager.isActualTransactionActive()
                        || attempt == ATTEMPTS - 1
                        || LockWait.inVain(e)) {
                    throw e;
                }
            }
        }
        LOG.warn("Mission {} changed {} times while it was judged; that is tried again", missionId, ATTEMPTS);
    }

    /** Whether what is kept of it follows from what it is judged on now; not while that changes faster than it can be judged. */
    public boolean upToDate(long missionId) {
        return versions.judgementUpToDate(missionId);
    }

    /**
     * Judges anew what cannot be read, because somebody says so.
     *
     * @throws org.pelerin.app.missions.SignedException if it is signed
     */
    public void anew(Mission mission, String by) {
        transaction.executeWithoutResult(t -> {
            versions.judgementOutdated(mission.id());
            audit.record(by, "judge anew", mission.subject(), "unreadable", "judged", "");
        });
        again(mission.id());
    }

    /** The instant of the last sample; where a value holds until the next one, the end of the record. */
    private static Instant last(Series s) {
        return s.axis().events() ? s.axis().end() : s.axis().instantAt(s.axis().count() - 1);
    }

    /**
     * The judgement of a mission; empty before it is collected.
     *
     * @throws UnreadableJudgementException if what is stored is none
     */
    public Optional<JudgementDocument> judgement(Mission mission) {
        return Optional.ofNullable(text(mission)).map(text -> {
            try {
                return JudgementDocument.read(text);
            } catch (RuntimeException e) {
                throw new UnreadableJudgementException(mission.id());
            }
        });
    }

    /** The document as it is stored, for its hash. */
    public String text(Mission mission) {
        if (!versions.judgementUpToDate(mission.id())) {
            // whoever changed what it is judged on did not come to judge it
            again(mission.id());
        }
        return versions.judgement(mission.id());
    }

    private static JudgementDocument nothing() {
        return new JudgementDocument(
                "inconclusive", List.of(), List.of(), List.of(), 0, List.of("the logger recorded nothing"));
    }
}
