package org.pelerin.app.report.document;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.pelerin.app.evidence.AuditVerification;
import org.pelerin.app.findings.Finding;
import org.pelerin.app.findings.FindingOverview;
import org.pelerin.app.findings.FindingWords;
import org.pelerin.app.findings.Findings;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.SignedAs;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.Site;
import org.pelerin.app.places.Spot;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.pdf.AttachedFile;
import org.pelerin.app.platform.text.CsvCell;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.record.SeriesTable;
import org.pelerin.app.report.export.CsvExport;
import org.pelerin.app.report.export.CsvForm;
import org.pelerin.app.review.Carpet;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.core.exchange.ExcursionFields;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.exchange.LimitsDocument;
import org.pelerin.core.unit.ShownUnits;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/** The report of a site, a spot or all of them over a time: on its first page how each spot did, then what that follows from. */
@Service
class PeriodDocument implements ReportComposer {

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Logger LOG = LoggerFactory.getLogger(PeriodDocument.class);
    static final long MOST_ROWS = 500_000;

    private final PlaceService places;
    private final SpotPeriods periods;
    private final FindingOverview findings;
    private final Findings handled;
    private final Evaluation evaluation;
    private final SeriesStore store;
    private final ReportPages pages;
    private final Formats show;
    private final Clock clock;

    PeriodDocument(
            PlaceService places,
            SpotPeriods periods,
            FindingOverview findings,
            Findings handled,
            Evaluation evaluation,
            SeriesStore store,
            ReportPages pages,
            Formats show,
            Clock clock) {
        this.places = places;
        this.periods = periods;
        this.findings = findings;
        this.handled = handled;
        this.evaluation = evaluation;
        this.store = store;
        this.pages = pages;
        this.show = show;
        this.clock = clock;
    }

    /** What it is called: its place and its time. */
    String title(Report.Scope scope) {
        String place = scope.spot() != null
                ? places.find(scope.spot())
                        .map(s -> s.site() + ", " + s.name())
                        .orElse(Texts.of("report.document.periodDocument.aRemovedSpot"))
                : scope.site() != null
                        ? places.site(scope.site())
                                .map(Site::name)
                                .orElse(Texts.of("report.document.periodDocument.aRemovedSite"))
                        : Texts.of("report.document.periodDocument.allSites");
        return place + ", " + PeriodName.of(scope.from(), scope.to());
    }

    private List<Spot> spots(Report.Scope scope) {
        if (scope.spot() != null) {
            return places.spot(scope.spot()).stream().toList();
        }
        return scope.site() != null ? places.spots(scope.site()) : places.spots();
    }

    @Override
    public ReportKind kind() {
        return ReportKind.PERIOD;
    }

    @Override
    public Composed compose(Report r, Instant at, AuditVerification.Head head, Composed.Progress progress)
            throws IOException {
        List<Spot> spots = spots(r.scope());
        if (spots.isEmpty()) {
            throw new NothingToReportException(Texts.of("report.document.periodDocument.thereIsNoSpot"));
        }
        Map<Long, ZoneId> zones = new HashMap<>();
        places.sites().forEach(s -> zones.put(s.id(), s.zoneId()));
        ZoneId zone = zones.getOrDefault(spots.get(0).siteId(), show.home());
        Instant now = clock.instant();
        List<SpotPeriod> all = new ArrayList<>();
        Instant first = null;
        Instant last = null;
        for (Spot spot : spots) {
            ZoneId z = zones.getOrDefault(spot.siteId(), show.home());
            Instant from = r.scope().from().atStartOfDay(z).toInstant();
            Instant end = r.scope().to().plusDays(1).atStartOfDay(z).toInstant();
            if (!from.isBefore(now)) {
                throw new NothingToReportException(Texts.of("report.document.periodDocument.thePeriodHasNotBegun"));
            }
            Instant to = end.isBefore(now) ? end : now;
            progress.at(all.size(), spots.size() + 2);
            all.add(periods.of(spot, z, from, to, r.spec()));
            first = first == null || from.isBefore(first) ? from : first;
            last = last == null || to.isAfter(last) ? to : last;
        }
        String title = title(r.scope());
        String sentence = title + ": " + sentence(all);
        List<SpotPeriod.Unread> unread =
                new ArrayList<>(all.stream().flatMap(s -> s.unread().stream()).toList());
        List<AttachedFile> files = files(all, first, last, zones, spots, unread);
        progress.at(spots.size(), spots.size() + 2);
        List<Finding> found = found(r.scope(), all, first, last);
        String body = pages.body("period", model(r, at, head, all, unread, found, files, zone, first, last, sentence));
        progress.at(spots.size() + 1, spots.size() + 2);
        return new Composed(title, sentence, body, files);
    }

    /** Of findings that were put together with others, what is of the missions of this report. */
    private List<Finding> found(Report.Scope scope, List<SpotPeriod> all, Instant first, Instant last) {
        Set<Long> missions = all.stream()
                .flatMap(s -> s.missions().stream())
                .map(p -> p.mission().id())
                .collect(Collectors.toSet());
        return handled.narrowed(
                findings.during(scope.site(), scope.spot(), first, last),
                p -> missions.contains(p.missionId())
                        && p.start().isBefore(last)
                        && p.end().isAfter(first));
    }

    private Map<String, Object> model(
            Report r,
            Instant at,
            AuditVerification.Head head,
            List<SpotPeriod> all,
            List<SpotPeriod.Unread> unread,
            List<Finding> found,
            List<AttachedFile> files,
            ZoneId zone,
            Instant first,
            Instant last,
            String sentence) {
        Set<ReportSection> present = ReportSection.of(ReportKind.PERIOD);
        present.retainAll(r.spec().sections());
        boolean blocks = present.contains(ReportSection.CARPETS);
        List<Finding> listed = found;
        if (blocks) {
            // what became of excursions stands beside them
            present.remove(ReportSection.EXCURSIONS);
            listed = found.stream().filter(f -> !f.departure()).toList();
            if (listed.isEmpty()) {
                present.remove(ReportSection.FINDINGS);
            }
        }
        List<SpotPeriod.Part> parts =
                all.stream().flatMap(s -> s.missions().stream()).toList();
        Map<String, Object> model = pages.model(r, at, head, sentence);
        model.put("zone", zone);
        model.put("from", first);
        model.put("to", last);
        model.put(
                "running",
                last.isBefore(r.scope().to().plusDays(1).atStartOfDay(zone).toInstant()));
        model.put(
                "sections",
                ReportSection.of(ReportKind.PERIOD).stream()
                        .filter(present::contains)
                        .toList());
        model.put("spots", all);
        model.put("unread", unread);
        model.put("parts", parts);
        model.put(
                "loggers",
                parts.stream().map(p -> p.mission().serial()).distinct().count());
        model.put("signed", signed(parts));
        model.put(
                "lapsed",
                certificates(parts).filter(SpotPeriod.Certificate::lapsed).count());
        model.put(
                "without",
                parts.stream().filter(p -> p.certificates().isEmpty()).count());
        model.put("findings", listed);
        model.put("causes", new FindingOf(found, handled.partsOf(found)));
        model.put("drawn", all.stream().filter(s -> !s.strip().isEmpty()).toList());
        model.put(
                "telling",
                all.stream()
                        .filter(s -> s.unreadable() || s.times().state() != Carpet.State.KEPT)
                        .filter(s -> !nothing(s))
                        .toList());
        model.put(
                "kept",
                all.stream()
                        .filter(s -> !s.unreadable() && s.times().state() == Carpet.State.KEPT)
                        .toList());
        model.put("afield", all.stream().filter(s -> nothing(s) && s.lay()).toList());
        model.put("silent", all.stream().filter(s -> nothing(s) && !s.lay()).toList());
        model.put("sameLimits", SameLimits.of(all));
        model.put("waiting", found.stream().filter(f -> f.state().waits()).count());
        model.put("words", new FindingWords(ShownUnits.RECORDED, show));
        model.put("files", ReportFile.of(files));
        return model;
    }

    private static boolean nothing(SpotPeriod s) {
        return !s.unreadable() && s.times().recorded().isZero();
    }

    private static Stream<SpotPeriod.Certificate> certificates(List<SpotPeriod.Part> parts) {
        return parts.stream().flatMap(p -> p.certificates().stream());
    }

    private String signed(List<SpotPeriod.Part> parts) {
        long approved =
                parts.stream().filter(p -> p.signedAs() == SignedAs.APPROVED).count();
        long reviewed =
                parts.stream().filter(p -> p.signedAs() == SignedAs.REVIEWED).count();
        long unsigned = parts.size() - approved - reviewed;
        if (parts.size() == 1) {
            SignedAs as = parts.get(0).signedAs();
            return Texts.of(
                    "report.document.periodDocument.theOneMissionIs",
                    "as",
                    (as == null ? Texts.of("report.document.periodDocument.notSigned") : as.words()));
        }
        return parts.isEmpty()
                ? Texts.of("report.document.periodDocument.thereIsNoMissionTo")
                : Texts.of(
                        "report.document.periodDocument.ofMissionsApprovedReviewedNot",
                        "missions",
                        parts.size(),
                        "approved",
                        show.count(approved),
                        "reviewed",
                        show.count(reviewed),
                        "unsigned",
                        show.count(unsigned));
    }

    /** “outside limits at 2 of 7 spots; within limits at 4; nothing recorded at 1.”, of one spot “outside limits for 5 h.” */
    String sentence(List<SpotPeriod> all) {
        if (all.size() == 1) {
            SpotPeriod.Times t = all.get(0).times();
            return all.get(0).verdict()
                    + (t.out().isZero()
                            ? ""
                            : Texts.of("report.document.periodDocument.forOut", "out", show.rough(t.out())))
                    + (t.judged().isZero()
                            ? "."
                            : Texts.of(
                                    "report.document.periodDocument.ofTheTimeIsAssessed",
                                    "coverage",
                                    show.percent(t.coverage())));
        }
        long unreadable = all.stream().filter(SpotPeriod::unreadable).count();
        long silent = all.stream()
                .filter(s -> !s.unreadable() && s.times().recorded().isZero() && !s.lay())
                .count();
        long afield = all.stream()
                .filter(s -> !s.unreadable() && s.times().recorded().isZero() && s.lay())
                .count();
        long out = count(all, Carpet.State.ABOVE);
        long kept = count(all, Carpet.State.KEPT);
        long missing = count(all, Carpet.State.MISSING);
        List<String> said = new ArrayList<>();
        say(said, "report.document.periodDocument.outsideLimitsAt", out, all.size());
        say(said, "report.document.periodDocument.withinLimitsAt", kept, all.size());
        say(said, "report.document.periodDocument.dataMissingAt", missing, all.size());
        say(said, "report.document.periodDocument.aRecordUnreadableAt", unreadable, all.size());
        say(
                said,
                "report.document.periodDocument.recordedNotAssessedAt",
                all.size() - out - missing - kept - unreadable - silent - afield,
                all.size());
        say(said, "report.document.periodDocument.loggerPlacedNothingCollectedYet", afield, all.size());
        say(said, "report.document.periodDocument.nothingRecordedAt", silent, all.size());
        return String.join("; ", said) + ".";
    }

    /** The first says of how many. */
    private void say(List<String> said, String key, long n, int all) {
        if (n > 0) {
            said.add(Texts.of(
                    key,
                    "spots",
                    said.isEmpty()
                            ? Texts.of("report.document.periodDocument.nSpots", "n", show.part(n, all))
                            : show.count(n)));
        }
    }

    private static long count(List<SpotPeriod> all, Carpet.State state) {
        return all.stream()
                .filter(s -> !s.unreadable() && s.times().state() == state)
                .count();
    }

    private List<AttachedFile> files(
            List<SpotPeriod> all,
            Instant first,
            Instant last,
            Map<Long, ZoneId> zones,
            List<Spot> spots,
            List<SpotPeriod.Unread> unread)
            throws IOException {
        List<AttachedFile> out = new ArrayList<>();
        out.add(csv("spots.csv", Texts.of("report.document.periodDocument.resultOfEachSpot"), spotsCsv(all)));
        out.add(csv(
                "excursions.csv",
                Texts.of("report.document.periodDocument.excursionsOfThePeriod"),
                excursionsCsv(all)));
        List<Map<String, Object>> judged = new ArrayList<>();
        long rows = 0;
        List<AttachedFile> data = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            ZoneId zone = zones.getOrDefault(spots.get(i).siteId(), show.home());
            for (SpotPeriod.Part p : all.get(i).missions()) {
                judged.add(judgement(p.mission()));
                try {
                    rows += samples(p.mission(), first, last, zone, MOST_ROWS - rows, data);
                } catch (DataAccessException e) {
                    throw e;
                } catch (IOException | RuntimeException e) {
                    LOG.warn(
                            "Samples of mission {} could not be read for a report",
                            p.mission().id(),
                            e);
                    unread.add(new SpotPeriod.Unread(
                            p.mission().id(), p.mission().serial(), SpotPeriod.Unread.Extent.SAMPLES));
                }
            }
        }
        out.add(new AttachedFile(
                "judgements.json",
                "application/json",
                Texts.of("report.document.periodDocument.limitsAndVerdictOfEach"),
                true,
                JSON.writerWithDefaultPrettyPrinter().writeValueAsBytes(judged)));
        if (rows <= MOST_ROWS) {
            out.addAll(data);
        }
        return out;
    }

    private Map<String, Object> judgement(Mission m) {
        String text = evaluation.text(m);
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("mission", m.id());
        out.put("serial", m.serial());
        out.put("limits", JSON.readTree(LimitsDocument.write(evaluation.limits(m, JudgementDocument.read(text)))));
        out.put("judgementSha256", Sha256.of(text.getBytes(StandardCharsets.UTF_8)));
        out.put("judgement", JSON.readTree(text));
        return out;
    }

    /**
     * Those of a time.
     *
     * @param room rows that may be added
     * @return rows that there are, added or not
     */
    private long samples(Mission m, Instant first, Instant last, ZoneId zone, long room, List<AttachedFile> to)
            throws IOException {
        long rows = 0;
        List<AttachedFile> of = new ArrayList<>();
        for (SeriesTable table : store.tables(m)) {
            long begin = table.axis().indexAtOrAfter(first.toEpochMilli());
            long end = table.axis().indexAtOrAfter(last.toEpochMilli());
            rows += Math.max(0, end - begin);
            if (end > begin && rows <= room) {
                of.add(samples(m, table, begin, end, first, last, zone));
            }
        }
        to.addAll(of);
        return rows;
    }

    private AttachedFile samples(
            Mission m, SeriesTable table, long from, long to, Instant first, Instant last, ZoneId zone)
            throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (Writer writer = new OutputStreamWriter(bytes, StandardCharsets.UTF_8)) {
            CsvExport.rows(
                    store.window(m, table, from, to),
                    CsvForm.between(first.toEpochMilli(), last.toEpochMilli()),
                    zone,
                    ShownUnits.RECORDED,
                    writer);
        }
        return new AttachedFile(
                "mission-" + m.id() + "-" + table.channels().get(0) + ".csv",
                "text/csv",
                Texts.of("report.document.periodDocument.recordOfMissionOfIn", "id", m.id(), "serial", m.serial()),
                true,
                bytes.toByteArray());
    }

    private static AttachedFile csv(String name, String what, String text) {
        return new AttachedFile(name, "text/csv", what, true, text.getBytes(StandardCharsets.UTF_8));
    }

    private static String spotsCsv(List<SpotPeriod> all) {
        return csv(csv -> {
            csv.writeRecord(
                    "Site", "Spot", "Verdict", "Judged (s)", "Missing (s)", "Out (s)", "Within (s)", "Coverage (%)");
            all.forEach(s -> csv.writeRecord(
                    CsvCell.text(s.site()),
                    CsvCell.text(s.name()),
                    s.verdict(),
                    String.valueOf(s.times().judged().toSeconds()),
                    String.valueOf(s.times().missing().toSeconds()),
                    String.valueOf(s.times().out().toSeconds()),
                    String.valueOf(s.times().within().toSeconds()),
                    String.format(Locale.ROOT, "%.3f", s.times().coverage())));
        });
    }

    private static String excursionsCsv(List<SpotPeriod> all) {
        return csv(csv -> {
            csv.writeRecord("Site", "Spot", "Mission", "Channel", "Direction", "Start", "End", "Peak", "Limit", "Unit");
            all.forEach(s -> s.departures().forEach(l -> {
                ExcursionFields e = ExcursionFields.of(l.departure());
                csv.writeRecord(
                        CsvCell.text(s.site()),
                        CsvCell.text(s.name()),
                        String.valueOf(l.mission()),
                        CsvCell.text(e.channel() == null ? "" : e.channel()),
                        e.direction(),
                        e.start().toString(),
                        e.end().toString(),
                        e.peak() == null ? "" : e.peak().toString(),
                        e.limit() == null ? "" : e.limit().toString(),
                        e.unit() == null ? "" : e.unit());
            }));
        });
    }

    /** What is written is all there once it is closed. */
    private static String csv(Consumer<CsvWriter> write) {
        StringWriter out = new StringWriter();
        try (CsvWriter csv =
                CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(out)) {
            write.accept(csv);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toString();
    }
}
