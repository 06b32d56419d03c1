package org.pelerin.app.report.document;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.pelerin.app.evidence.AuditVerification;
import org.pelerin.app.findings.FindingWords;
import org.pelerin.app.findings.Findings;
import org.pelerin.app.findings.signing.Signature;
import org.pelerin.app.findings.signing.Signing;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.MissionText;
import org.pelerin.app.missions.Housekeeping;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.documentation.Attachment;
import org.pelerin.app.missions.documentation.DocumentationService;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.pdf.AttachedFile;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.record.DerivedSeries;
import org.pelerin.app.record.SeriesTable;
import org.pelerin.app.report.dossier.Dossier;
import org.pelerin.app.report.export.CsvExport;
import org.pelerin.app.report.export.CsvForm;
import org.pelerin.app.review.Counted;
import org.pelerin.app.review.RangeFigures;
import org.pelerin.app.review.notes.PinnedNotes;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.exchange.LimitsDocument;
import org.pelerin.core.language.CurrentLanguage;
import org.pelerin.core.series.Series;
import org.pelerin.core.stats.MeanKineticTemperature;
import org.pelerin.core.unit.ShownUnits;
import org.springframework.stereotype.Service;

/** A mission's report: on its first page what, where, when, within or not, how sure, and who says so; then what that follows from. */
@Service
class MissionDocument implements ReportComposer {

    /** Rows that are embedded as CSV at most; a longer record is handed over apart. */
    static final long MOST_ROWS = 500_000;

    private static final int LARGEST_PICTURE = 3_000_000;

    /** A file that goes with the mission, its hash reckoned from its bytes. */
    public record Kept(Attachment file, String sha256, String picture) {}

    private final Dossier.Clerk clerk;
    private final Evaluation evaluation;
    private final Findings findings;
    private final Signing signing;
    private final DocumentationService documentation;
    private final PinnedNotes notes;
    private final RangeFigures ranges;
    private final DerivedSeries derived;
    private final ReportPages pages;
    private final Formats show;

    MissionDocument(
            Dossier.Clerk clerk,
            Evaluation evaluation,
            Findings findings,
            Signing signing,
            DocumentationService documentation,
            PinnedNotes notes,
            RangeFigures ranges,
            DerivedSeries derived,
            ReportPages pages,
            Formats show) {
        this.clerk = clerk;
        this.evaluation = evaluation;
        this.findings = findings;
        this.signing = signing;
        this.documentation = documentation;
        this.notes = notes;
        this.ranges = ranges;
        this.derived = derived;
        this.pages = pages;
        this.show = show;
    }

    @Override
    public ReportKind kind() {
        return ReportKind.MISSION;
    }

    @Override
    public Composed compose(Report r, Instant at, AuditVerification.Head head, Composed.Progress progress)
            throws IOException {
        progress.at(0, 4);
        Dossier d = clerk.gather(r.scope().mission())
                .orElseThrow(() -> new NothingToReportException(
                        Texts.of("report.document.missionDocument.thisMissionIsNotCollected")));
        progress.at(1, 4);
        // data are the same in every language
        List<AttachedFile> files = files(
                CurrentLanguage.get().equals(Locale.ENGLISH)
                        ? d
                        : CurrentLanguage.inEnglish(
                                () -> clerk.gather(r.scope().mission()).orElse(d)));
        progress.at(2, 4);
        String sentence = MissionText.verdict(d.judgement(), d.zone(), show);
        Set<ReportSection> present = present(r.spec(), d);
        Map<String, Object> model = pages.model(r, at, head, sentence);
        model.put("d", d);
        model.put(
                "sections",
                ReportSection.of(ReportKind.MISSION).stream()
                        .filter(present::contains)
                        .toList());
        model.put("charts", present.contains(ReportSection.CHARTS) ? charts(d, r.spec()) : List.of());
        List<JudgementDocument.Channel> series = wanted(d, r.spec());
        model.put("series", series);
        model.put("measured", Counted.without(d.mission(), series));
        model.put("counted", counted(d, series));
        model.put("accuracies", accuracies(d));
        model.put(
                "unlimitedLine",
                series.stream()
                        .filter(s -> s.withinPercent() == null && s.count() > 0)
                        .map(JudgementDocument.Channel::channel)
                        .toList());
        model.put(
                "excursions",
                d.judgement().excursions().stream()
                        .filter(e -> e.of().map(r.spec()::wants).orElse(true))
                        .toList());
        model.put("findings", findings.in(d.mission().id()));
        model.put("words", new FindingWords(ShownUnits.RECORDED, show));
        model.put("standing", signing.of(d.mission()));
        model.put(
                "signed",
                signing.signatures(d.mission().id()).stream()
                        .collect(Collectors.toMap(Signature::id, signing::reckoned)));
        model.put("altered", signing.altered(d.mission()));
        model.put("notes", notes.of(d.mission()));
        model.put(
                "signedSince",
                signing.of(d.mission()).holding().stream()
                        .map(Signature::at)
                        .min(Instant::compareTo)
                        .orElse(Instant.MAX));
        model.put("kept", kept(d));
        model.put(
                "mkt",
                derived.kinetic(d.mission().id())
                        && d.judgement().series().stream().anyMatch(c -> c.mkt() != null));
        model.put("enthalpy", MeanKineticTemperature.DEFAULT_ENTHALPY);
        model.put(
                "lasted",
                Duration.between(
                        d.mission().records().firstAt(), d.mission().records().lastAt()));
        model.put("files", ReportFile.of(files));
        model.put("tooLong", rows(d) > MOST_ROWS);
        String body = pages.body("mission", model);
        progress.at(3, 4);
        return new Composed(
                Texts.of(
                        "report.document.missionDocument.missionOf",
                        "id",
                        d.mission().id(),
                        "serial",
                        d.mission().serial()),
                sentence,
                body,
                files);
    }

    private Counted counted(Dossier d, List<JudgementDocument.Channel> series) {
        Set<String> chosen =
                series.stream().map(JudgementDocument.Channel::channel).collect(Collectors.toSet());
        Counted all = ranges.counted(d.mission(), d.zone());
        return new Counted(
                all.contacts().stream()
                        .filter(c -> chosen.contains(c.channel()))
                        .toList(),
                all.meters().stream().filter(c -> chosen.contains(c.channel())).toList());
    }

    private static long rows(Dossier d) {
        return d.tables().stream().mapToLong(t -> t.get(0).axis().count()).sum();
    }

    /** Sections that were chosen and have something to say; what is expected in every report says that there is nothing. */
    private Set<ReportSection> present(ReportSpec spec, Dossier d) {
        Set<ReportSection> out = ReportSection.of(ReportKind.MISSION);
        out.retainAll(spec.sections());
        if (d.judgement().shifts().isEmpty()) {
            out.remove(ReportSection.SHIFTS);
        }
        if (d.disturbances().isEmpty()) {
            out.remove(ReportSection.DISTURBANCES);
        }
        if (d.visits().isEmpty()) {
            out.remove(ReportSection.HISTORY);
        }
        if (d.particulars().attachments().isEmpty()) {
            out.remove(ReportSection.PICTURES);
        }
        if (notes.of(d.mission()).isEmpty() && d.note().remarks().isEmpty()) {
            out.remove(ReportSection.NOTES);
        }
        if (d.particulars().judged().isEmpty()) {
            out.remove(ReportSection.EXCLUSIONS);
        }
        return out;
    }

    /** The channels that were chosen; else what the first table records, and changes of state. */
    private static List<JudgementDocument.Channel> wanted(Dossier d, ReportSpec spec) {
        Set<String> usual = usual(d).map(Series::label).collect(Collectors.toSet());
        return d.judgement().series().stream()
                .filter(s -> spec.wantsAll()
                        ? usual.contains(s.channel()) || s.withinPercent() != null
                        : spec.wants(s.channel()))
                .toList();
    }

    /** Channels of one accuracy share a line. */
    private static List<String> accuracies(Dossier d) {
        Map<String, List<String>> by = new LinkedHashMap<>();
        d.channels().stream()
                .filter(c -> !c.accuracy().isEmpty())
                .forEach(c ->
                        by.computeIfAbsent(c.accuracy(), a -> new ArrayList<>()).add(c.label()));
        return by.entrySet().stream()
                .map(e -> Texts.of(
                        "report.document.mission.labelAccuracyAccuracy",
                        "label",
                        Texts.and(e.getValue()),
                        "accuracy",
                        e.getKey()))
                .toList();
    }

    /** A second table says the same at a coarser grain, and what lies around the means of scans is seen in them. */
    private static Stream<Series> usual(Dossier d) {
        List<List<Series>> tables = d.tables();
        return IntStream.range(0, tables.size())
                .filter(t -> t == 0 || tables.get(t).get(0).axis().events())
                .boxed()
                .flatMap(t -> tables.get(t).stream())
                .filter(s -> !SeriesTable.ofScans(s.label()));
    }

    /**
     * Channels of one quantity together; a second table says the same at a coarser grain and has none, and what the logger records of itself is
     * drawn only where it is asked for.
     */
    private List<String> charts(Dossier d, ReportSpec spec) {
        Set<String> own = Housekeeping.of(d.mission().device().model());
        List<Series> drawn = spec.wantsAll()
                ? usual(d).filter(s -> !own.contains(s.label()) || d.limits().band(s.label()) != null)
                        .toList()
                : d.tables().stream()
                        .flatMap(List::stream)
                        .filter(s -> spec.wants(s.label()))
                        .toList();
        return ReportChart.groups(d, drawn).stream()
                .map(g -> ReportChart.draw(d, g, show))
                .toList();
    }

    private List<Kept> kept(Dossier d) {
        return d.particulars().attachments().stream()
                .map(a -> {
                    byte[] bytes = documentation.bytes(a);
                    return new Kept(
                            a,
                            Sha256.of(bytes),
                            a.picture() && bytes.length <= LARGEST_PICTURE
                                    ? "data:" + a.type() + ";base64,"
                                            + Base64.getEncoder().encodeToString(bytes)
                                    : null);
                })
                .toList();
    }

    /** The data, the limits and the judgement, as they were when the report was made. */
    private List<AttachedFile> files(Dossier d) throws IOException {
        Mission m = d.mission();
        List<AttachedFile> out = new ArrayList<>();
        if (rows(d) <= MOST_ROWS) {
            for (int t = 0; t < d.tables().size(); t++) {
                int table = t;
                ByteArrayOutputStream csv = new ByteArrayOutputStream();
                try (Writer writer = new OutputStreamWriter(csv, StandardCharsets.UTF_8)) {
                    CurrentLanguage.doInEnglish(
                            () -> CsvExport.write(d, CsvForm.all(table), ShownUnits.RECORDED, writer));
                }
                out.add(new AttachedFile(
                        "mission-" + m.id() + (t == 0 ? "" : "-table-" + (t + 1)) + ".csv",
                        "text/csv",
                        t == 0
                                ? Texts.of("report.document.missionDocument.theRecordOneRowPer")
                                : Texts.of("report.document.missionDocument.tableOfTheRecord", "t", (t + 1)),
                        true,
                        csv.toByteArray()));
            }
        }
        out.add(DataFile.json(
                "mission-" + m.id() + "-limits.json",
                Texts.of("report.document.missionDocument.theLimitsInForce"),
                LimitsDocument.pretty(d.limits())));
        out.add(DataFile.json(
                "mission-" + m.id() + "-judgement.json",
                Texts.of("report.document.missionDocument.theVerdict"),
                evaluation.text(m)));
        return out;
    }
}
