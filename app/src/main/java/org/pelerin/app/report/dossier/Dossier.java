package org.pelerin.app.report.dossier;

import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.pelerin.app.collect.CaptureStore;
import org.pelerin.app.collect.StoredCapture;
import org.pelerin.app.collect.Visit;
import org.pelerin.app.collect.files.FileService;
import org.pelerin.app.collect.files.ForeignFile;
import org.pelerin.app.judge.Completeness;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.limits.InForce;
import org.pelerin.app.judge.limits.UnlimitedChannels;
import org.pelerin.app.loggers.calibration.Calibration;
import org.pelerin.app.loggers.registry.Checked;
import org.pelerin.app.loggers.registry.LoggerRegistry;
import org.pelerin.app.loggers.registry.LoggerUnit;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.missions.documentation.Attachment;
import org.pelerin.app.missions.documentation.DocumentationService;
import org.pelerin.app.missions.documentation.MissionNote;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.record.DisturbanceRow;
import org.pelerin.app.record.DisturbanceStore;
import org.pelerin.app.record.Excluded;
import org.pelerin.app.record.JudgedPeriod;
import org.pelerin.app.record.JudgedRecords;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.record.SeriesTable;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.ChannelText;
import org.pelerin.core.plan.LastingText;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.series.Series;
import org.pelerin.core.stats.NoiseDose;
import org.springframework.stereotype.Service;

/**
 * Everything a document about a mission draws on.
 *
 * @param limits that it is judged by, for its channels
 * @param check that its live readings were found good, or null
 * @param visits to its logger's memory, the first first; none for a file
 * @param calibrations that were in force when it began, one a channel
 */
public record Dossier(
        Mission mission,
        String modelName,
        ZoneId zone,
        Plan plan,
        Limits limits,
        InForce inForce,
        JudgementDocument judgement,
        String judgementSha256,
        Evidence evidence,
        List<Series> series,
        List<DisturbanceRow> disturbances,
        Checked check,
        MissionNote note,
        List<Visit> visits,
        List<Calibration> calibrations,
        Particulars particulars) {

    /**
     * What else a reader asks.
     *
     * @param complete what of the record came home, in words
     * @param intake how the rows of its file became the record; empty for a logger's own
     * @param firmware of its logger when last seen; empty where that is not known
     * @param attachments that are kept with the mission
     * @param judged lines that say what of it is judged, and what is left out and why; none where all of it is
     * @param assessed which of its samples count
     * @param unlimited that some of its channels have no limit; empty where all have one
     */
    public record Particulars(
            String complete,
            String intake,
            String firmware,
            List<Attachment> attachments,
            List<String> judged,
            AssessedTime assessed,
            String unlimited) {
        public static final Particulars NONE =
                new Particulars("", "", "", List.of(), List.of(), AssessedTime.WHOLE, "");
    }

    /** Disturbances that a report lists. */
    public static final int DISTURBANCES = 200;

    /** Gathers it. */
    @Service
    public static class Clerk {

        private final MissionQueries missions;
        private final DocumentationService documentation;
        private final CertificatesInForce certificates;
        private final Evaluation evaluation;
        private final CaptureStore captures;
        private final FileService files;
        private final Completeness.Teller completeness;
        private final JudgedRecords records;
        private final LoggerRegistry loggers;
        private final SeriesStore store;
        private final DisturbanceStore disturbances;
        private final Formats show;

        Clerk(
                MissionQueries missions,
                Evaluation evaluation,
                CaptureStore captures,
                FileService files,
                Completeness.Teller completeness,
                JudgedRecords records,
                LoggerRegistry loggers,
                SeriesStore store,
                DisturbanceStore disturbances,
                DocumentationService documentation,
                CertificatesInForce certificates,
                Formats show) {
            this.records = records;
            this.certificates = certificates;
            this.disturbances = disturbances;
            this.documentation = documentation;
            this.missions = missions;
            this.evaluation = evaluation;
            this.captures = captures;
            this.files = files;
            this.completeness = completeness;
            this.loggers = loggers;
            this.store = store;
            this.show = show;
        }

        private Evidence evidence(Mission m) {
            return captures.summary(m.id())
                    .map(c -> Evidence.of(c, captures.reckoned(m.id()).orElse(""), m, decision(m)))
                    .orElseGet(() -> files.ofMission(m.id())
                            .map(f -> Evidence.of(f, files.reckoned(f.id())))
                            .orElseThrow());
        }

        private String decision(Mission m) {
            return missions.clockDecision(m.id())
                    .map(d -> Texts.of(
                            "report.dossier.dossier.decidedBy",
                            "by",
                            d.by(),
                            "at",
                            show.second(d.at(), m.zoneOr(show.home())),
                            "reason",
                            d.reason()))
                    .orElse("");
        }

        /** Empty if there is no such mission, or nothing of it is home. */
        public Optional<Dossier> gather(long missionId) {
            return missions.find(missionId)
                    .filter(m -> m.collected() || m.records().received() != null)
                    .flatMap(m -> evaluation
                            .judgement(m)
                            .map(j -> new Dossier(
                                    m,
                                    ModelCatalogue.get(m.device().model()).name(),
                                    m.zoneOr(show.home()),
                                    m.plan(),
                                    evaluation.limits(m, j),
                                    evaluation.inForce(m),
                                    j,
                                    Sha256.of(evaluation.text(m).getBytes(java.nio.charset.StandardCharsets.UTF_8)),
                                    evidence(m),
                                    store.load(m),
                                    disturbances.rows(m, DISTURBANCES),
                                    missions.check(m).orElse(null),
                                    documentation.note(m.id()),
                                    captures.visitsTo(m.id()).stream()
                                            .sorted(Comparator.comparingInt(Visit::seq))
                                            .toList(),
                                    certificates.of(m),
                                    particulars(m, j))));
        }

        private Particulars particulars(Mission m, JudgementDocument j) {
            return new Particulars(
                    completeness.of(m),
                    missions.intake(m),
                    loggers.find(m.serial()).map(LoggerUnit::firmware).orElse(""),
                    documentation.attachments(m.id()),
                    judged(m),
                    new AssessedTime(records.period(m), records.excluded(m.id())),
                    UnlimitedChannels.words(evaluation.limits(m, j), SeriesTable.ofRecords(store.tables(m))));
        }

        private List<String> judged(Mission m) {
            ZoneId zone = m.zoneOr(show.home());
            List<String> out = new ArrayList<>();
            JudgedPeriod period = records.period(m);
            if (!period.whole()) {
                out.add(Texts.of(
                        "report.dossier.dossier.fromTo",
                        "from",
                        (period.from() == null
                                ? Texts.of("report.dossier.dossier.theBeginning")
                                : show.second(period.from(), zone)),
                        "to",
                        (period.to() == null
                                ? Texts.of("report.dossier.dossier.theEnd")
                                : show.second(period.to(), zone)),
                        "chosen",
                        (period.chosen() == null
                                ? Texts.of("report.dossier.dossier.whileAtItsSpot")
                                : Texts.of(
                                        "report.dossier.dossier.setBy",
                                        "setBy",
                                        period.chosen().setBy(),
                                        "reason",
                                        period.chosen().reason()))));
            }
            period.away()
                    .forEach(x -> out.add(Texts.of(
                            "report.dossier.dossier.awayFromItsSpotTo",
                            "start",
                            show.second(x.getStart(), zone),
                            "end",
                            show.second(x.getEnd(), zone))));
            for (Excluded x : records.excluded(m.id())) {
                out.add(Texts.of(
                        "report.dossier.dossier.excludedTo",
                        "x",
                        x.words(),
                        "fromAt",
                        show.second(x.fromAt(), zone),
                        "toAt",
                        show.second(x.toAt(), zone),
                        "reason",
                        x.reason(),
                        "madeBy",
                        x.madeBy(),
                        "madeAt",
                        show.second(x.madeAt(), zone)));
            }
            return out;
        }
    }

    /**
     * What the figures follow from.
     *
     * @param clock how the logger's clock went, in words
     * @param rereads pages that had to be read again; null where nothing was read over a link
     * @param title what the hash is of
     * @param sha256 reckoned from the bytes that are stored, when this was gathered
     * @param noted when the bytes came home
     */
    public record Evidence(String clock, Integer rereads, String title, String sha256, String noted) {

        /** @param decision who decided so, and why; empty where nobody did */
        public static Evidence of(StoredCapture c, String reckoned, Mission m, String decision) {
            double seconds = c.clockOffset().toMillis() / 1000.0;
            return new Evidence(
                    !c.clockCompared()
                            ? Texts.of("report.dossier.dossier.notComparedTheRecordsCame")
                            : Texts.of(
                                    "report.dossier.dossier.offsetSAtCollection",
                                    "seconds",
                                    seconds,
                                    "clockCorrected",
                                    m.records().clockCorrected(),
                                    "decision",
                                    decision),
                    c.rereads(),
                    Texts.of("report.dossier.dossier.fingerprintSha256OfThe"),
                    reckoned,
                    c.sha256() == null ? "" : c.sha256());
        }

        static Evidence of(ForeignFile f, String reckoned) {
            return new Evidence(
                    Texts.of("report.dossier.dossier.timesAsInTheFile"),
                    null,
                    Texts.of("report.dossier.dossier.fingerprintSha256Of", "name", f.name()),
                    reckoned,
                    f.sha256());
        }

        /** Whether the bytes are those that came home. */
        public boolean fits() {
            return sha256.equals(noted);
        }

        /** The hash, and that it is another than was noted, where it is. */
        public String told() {
            return fits()
                    ? sha256
                    : Texts.of(
                            "report.dossier.dossier.differsFromTheOneNoted",
                            "sha256",
                            sha256,
                            "more",
                            noted.isEmpty() ? Texts.of("report.dossier.dossier.nothingNoted") : noted);
        }
    }

    /** What the mission calls the channel that a calibration is of. */
    public String channel(Calibration c) {
        return CertificatesInForce.channel(plan, c);
    }

    /** By which scheme doses of its shifts are judged, in words; of shifts only. */
    public String doseScheme() {
        return NoiseDose.Scheme.of(judgement.shifts().get(0).judged())
                .orElseThrow()
                .title();
    }

    /** The limit on doses in words; empty where no shift is judged. */
    public String doseLimit() {
        return judgement.shifts().isEmpty()
                ? ""
                : Texts.of(
                        "report.dossier.dossier.doseOfEachWorkingShift",
                        "channel",
                        judgement.shifts().get(0).channel(),
                        "doseScheme",
                        doseScheme());
    }

    /** Each of its limits in words, in the unit of its channel. */
    public List<String> limitLines() {
        List<String> out = new ArrayList<>();
        if (!doseLimit().isEmpty()) {
            out.add(doseLimit());
        }
        out.addAll(LimitLines.of(limits, this::unit));
        return out;
    }

    /** Of a channel as it was recorded; empty where nothing of it is home. */
    private String unit(String channel) {
        return series.stream()
                .filter(s -> s.label().equals(channel))
                .map(s -> s.unit().symbol())
                .findFirst()
                .orElse("");
    }

    /** How long a value has to be outside for each rule, in words, by the rule's id. */
    public Map<String, String> lasting() {
        return LastingText.phrases(limits);
    }

    /** Where its limits were taken from. */
    public String limitsFrom() {
        if (inForce.set() != null) {
            return inForce.words()
                    + (doseLimit().isEmpty()
                            ? ""
                            : Texts.of("report.dossier.dossier.andDoseLimit", "doseLimit", doseLimit()));
        }
        if (plan.limits().rules().isEmpty()) {
            return doseLimit().isEmpty()
                    ? Texts.of("report.dossier.dossier.noneSetNothingIsChecked")
                    : Texts.of("report.dossier.dossier.noOthersWereSet", "doseLimit", doseLimit());
        }
        if (mission.device().model().equals(ModelCatalogue.FILE)) {
            return Texts.of("report.dossier.dossier.limitsRequiredAtWhenThe", "where", mission.where());
        }
        String from = mission.copy().planVersion() > 0
                ? Texts.of(
                        "report.dossier.dossier.thePlanVersion",
                        "planName",
                        mission.copy().planName(),
                        "planVersion",
                        mission.copy().planVersion())
                : Texts.of("report.dossier.dossier.thePlanOfThisMission");
        return Texts.of(
                "report.dossier.dossier.asWrittenToTheLogger",
                "from",
                from,
                "more",
                (doseLimit().isEmpty()
                        ? ""
                        : Texts.of("report.dossier.dossier.andDoseLimit", "doseLimit", doseLimit())));
    }

    /** What was asked of each recorded channel. */
    public List<ChannelText.Line> channels() {
        return ChannelText.lines(ModelCatalogue.get(mission.device().model()), plan);
    }

    /** The series by the instants that they share: the records first, then those of a second table, then changes of state. */
    public List<List<Series>> tables() {
        List<List<Series>> out = new ArrayList<>();
        for (Series s : series) {
            out.stream()
                    .filter(t -> !s.axis().events() && t.get(0).axis().equals(s.axis()))
                    .findFirst()
                    .orElseGet(() -> {
                        List<Series> fresh = new ArrayList<>();
                        out.add(fresh);
                        return fresh;
                    })
                    .add(s);
        }
        return out;
    }
}
