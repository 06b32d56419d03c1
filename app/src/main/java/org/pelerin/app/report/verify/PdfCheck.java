package org.pelerin.app.report.verify;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDDocumentNameDictionary;
import org.apache.pdfbox.pdmodel.common.filespecification.PDComplexFileSpecification;
import org.apache.pdfbox.text.PDFTextStripper;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.organisation.key.InstallationKeys;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.report.document.Report;
import org.pelerin.app.report.document.ReportFile;
import org.pelerin.app.report.document.ReportKind;
import org.pelerin.app.report.document.ReportMark;
import org.pelerin.app.report.document.Reports;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.proof.BundleCheck;
import org.pelerin.proof.PdfLimits;
import org.pelerin.proof.PdfProof;
import org.pelerin.proof.Trust;
import org.springframework.stereotype.Component;

/**
 * A report that is given back. The one that is kept counts; where the bytes are others, embedded files and text are held against it, so that it can be
 * said what was altered.
 */
@Component
class PdfCheck {

    private static final int LARGEST_FILE = 64_000_000;

    /** What a PDF holds. */
    private record Content(String title, List<List<String>> pages, Map<String, byte[]> files) {}

    private final Reports reports;
    private final MissionQueries missions;
    private final Evaluation evaluation;
    private final Formats show;
    private final InstallationKeys keys;

    PdfCheck(Reports reports, MissionQueries missions, Evaluation evaluation, Formats show, InstallationKeys keys) {
        this.keys = keys;
        this.reports = reports;
        this.missions = missions;
        this.evaluation = evaluation;
        this.show = show;
    }

    Verified check(byte[] pdf) {
        Optional<Report> issued = reports.bySha256(Sha256.of(pdf));
        if (issued.isPresent()) {
            Report r = issued.get();
            if (!reports.issued(r)) {
                return Verified.other(
                        what(r),
                        Texts.stored("stored.pdfCheck.itIsListedAsReport", "id", r.id()),
                        List.of(),
                        "/reports/" + r.id());
            }
            return Verified.same(
                    what(r),
                    Texts.stored(
                            "stored.pdfCheck.itIsReportByteFor",
                            "id",
                            r.id(),
                            "at",
                            show.minute(r.made().at())),
                    since(r),
                    "/reports/" + r.id());
        }
        Optional<String> refusal = PdfLimits.refusal(pdf);
        if (refusal.isPresent()) {
            return Verified.unknown("a PDF", refusal.get());
        }
        Content given;
        try {
            given = read(pdf);
        } catch (IOException | RuntimeException e) {
            return Verified.unknown("a PDF", Texts.stored("stored.pdfCheck.itCannotBeReadAs"));
        }
        Optional<Report> meant = ReportMark.number(given.title)
                .flatMap(reports::find)
                .filter(Report::ready)
                .or(() -> given.files.values().stream()
                        .flatMap(bytes -> reports.byFile(Sha256.of(bytes)).stream())
                        .findFirst());
        if (meant.isEmpty()) {
            BundleCheck.Outcome o = PdfProof.of(pdf, keys.trust());
            return o.proven()
                    ? Verified.sound("a PDF", Texts.stored("stored.pdfCheck.itWasSignedHereAnd"))
                    : Verified.unknown(
                            "a PDF",
                            Texts.stored(
                                    "stored.pdfCheck.itHasNoMarkOf",
                                    "x",
                                    o.origin()
                                            .map(x -> Texts.stored(
                                                    "stored.pdfCheck.itIsSignedByCertificate",
                                                    "name",
                                                    x.name(),
                                                    "grouped",
                                                    Trust.grouped(x.fingerprint())))
                                            .orElse("")));
        }
        Report r = meant.get();
        List<String> differ = differences(r, given);
        return differ.isEmpty()
                ? Verified.other(
                        what(r),
                        Texts.stored("stored.pdfCheck.itsBytesDifferFromReport", "id", r.id()),
                        List.of(),
                        "/reports/" + r.id())
                : Verified.other(
                        what(r),
                        Texts.stored(
                                "stored.pdfCheck.itDiffersFromReportAs",
                                "id",
                                r.id(),
                                "at",
                                show.minute(r.made().at())),
                        differ,
                        "/reports/" + r.id());
    }

    private static String what(Report r) {
        return r.title();
    }

    /** What has changed since of what it is about. */
    private List<String> since(Report r) {
        List<String> out = new ArrayList<>();
        if (r.kind() == ReportKind.MISSION) {
            missions.find(r.scope().mission()).ifPresent(m -> {
                String name = "mission-" + m.id() + "-judgement.json";
                String now = Sha256.of(evaluation.text(m).getBytes(StandardCharsets.UTF_8));
                reports.files(r.id()).stream()
                        .filter(f -> f.name().equals(name) && !f.sha256().equals(now))
                        .forEach(f -> out.add(Texts.stored("stored.pdfCheck.sinceThenTheVerdictOf", "id", m.id())));
            });
        }
        return out;
    }

    private List<String> differences(Report r, Content given) {
        Differences out = new Differences();
        Content kept;
        try {
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            reports.write(r.id(), bytes);
            kept = read(bytes.toByteArray());
        } catch (IOException e) {
            return List.of(Texts.stored("stored.pdfCheck.theStoredOriginalCannotBe", "reason", e.getMessage()));
        }
        for (ReportFile f : reports.files(r.id())) {
            byte[] there = given.files.get(f.name());
            if (there == null) {
                out.add(Texts.stored("stored.pdfCheck.theEmbeddedFileIsMissing", "name", f.name()));
            } else if (!Sha256.of(there).equals(f.sha256())) {
                out.addAll(Differences.ofLines(
                        f.name() + ", ", lines(there), lines(kept.files.getOrDefault(f.name(), new byte[0]))));
            }
        }
        given.files.keySet().stream()
                .filter(name -> !kept.files.containsKey(name))
                .forEach(name -> out.add(Texts.stored("stored.pdfCheck.theFileWasAdded", "name", name)));
        if (given.pages.size() != kept.pages.size()) {
            out.add(Texts.stored(
                    "stored.pdfCheck.itHasPagesInsteadOf", "pages", given.pages.size(), "pages2", kept.pages.size()));
        }
        for (int p = 0; p < Math.min(given.pages.size(), kept.pages.size()); p++) {
            out.addAll(Differences.ofLines(
                    Texts.stored("stored.pdfCheck.pageP", "p", (p + 1)), given.pages.get(p), kept.pages.get(p)));
        }
        return out.list();
    }

    private static List<String> lines(byte[] bytes) {
        return Arrays.asList(new String(bytes, StandardCharsets.UTF_8).split("\r?\n", -1));
    }

    private static Content read(byte[] pdf) throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            List<List<String>> pages = new ArrayList<>();
            for (int p = 1; p <= document.getNumberOfPages(); p++) {
                PDFTextStripper text = new PDFTextStripper();
                text.setStartPage(p);
                text.setEndPage(p);
                pages.add(text.getText(document).lines().toList());
            }
            return new Content(document.getDocumentInformation().getTitle(), pages, files(document));
        }
    }

    private static Map<String, byte[]> files(PDDocument document) throws IOException {
        Map<String, byte[]> out = new TreeMap<>();
        PDDocumentNameDictionary names = document.getDocumentCatalog().getNames();
        if (names == null
                || names.getEmbeddedFiles() == null
                || names.getEmbeddedFiles().getNames() == null) {
            return out;
        }
        for (Map.Entry<String, PDComplexFileSpecification> e :
                names.getEmbeddedFiles().getNames().entrySet()) {
            if (e.getValue().getEmbeddedFile() != null) {
                try (InputStream in = e.getValue().getEmbeddedFile().createInputStream()) {
                    byte[] bytes = in.readNBytes(LARGEST_FILE + 1);
                    if (bytes.length > LARGEST_FILE) {
                        throw new IOException("An embedded file is too large");
                    }
                    out.put(e.getKey(), bytes);
                }
            }
        }
        return out;
    }
}
