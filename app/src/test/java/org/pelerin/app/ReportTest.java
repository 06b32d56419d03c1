package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.TreeMap;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.evidence.AuditVerification;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.app.report.document.Report;
import org.pelerin.app.report.document.ReportFile;
import org.pelerin.app.report.document.ReportKind;
import org.pelerin.app.report.document.ReportSchedule;
import org.pelerin.app.report.document.ReportSchedules;
import org.pelerin.app.report.document.ReportSection;
import org.pelerin.app.report.document.ReportSpec;
import org.pelerin.app.report.document.Reports;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.springframework.jdbc.core.JdbcTemplate;

/** Reports of a mission and of a month: what they say, that they are kept, and that others can read and check them. */
@Tag("bed")
@Timeout(180)
class ReportTest extends PageTest {

    /** Midnight in Paris, 1 October. */
    private static final Instant START = Instant.parse("2026-09-30T22:00:00Z");

    private static TestBed bed;
    private static OwnMission m;
    private static long spot;

    /** Ten days, a row each ten minutes: within, but on the second day from 06:00 to 11:00. */
    @BeforeAll
    static void begin() {
        bed = TestBed.get();
        m = new OwnMission(bed, "QL-REP", START);
        spot = bed.spot("Report site", "Vault <1> & \"door\"");
        record(m, spot);
        bed.bean(JdbcTemplate.class)
                .update(
                        "INSERT INTO foreign_file (mission_id, name, uploaded_at, uploaded_by, size, sha256, settings, state, message) SELECT ?, 'record.csv', 0, 'tech', 0, ?, '{}', 'TAKEN', ''",
                        m.id,
                        Sha256.of(new byte[0]));
    }

    private static void record(OwnMission of, long at) {
        double[] air = new double[1440];
        for (int i = 0; i < air.length; i++) {
            air[i] = i >= 144 + 36 && i < 144 + 66 ? 35 : 20;
        }
        record(of, at, START, air);
    }

    /** A row each ten minutes. */
    private static void record(OwnMission of, long at, Instant first, double[] air) {
        bed.bean(JdbcTemplate.class)
                .update(
                        "UPDATE mission SET spot_id = ?, collected_at = ?, collected_by = 'tech', state = 'COLLECTED', received = ?, expected = ? WHERE id = ?",
                        at,
                        first.plus(Duration.ofMinutes(10L * air.length + 2880)).toEpochMilli(),
                        air.length,
                        air.length,
                        of.id);
        TimeAxis axis = TimeAxis.of(first, Duration.ofMinutes(10), air.length);
        bed.bean(SeriesWriter.class).replace(of.id, List.of(Series.of(Channel.of("Air", "°C"), axis, air, null)));
        bed.bean(Evaluation.class).again(of.id);
    }

    @AfterAll
    static void away() {
        bed.bean(JdbcTemplate.class).update("DELETE FROM foreign_file WHERE mission_id = ?", m.id);
        m.close();
    }

    private static Report ofMission(ReportSpec spec) throws InterruptedException {
        return MadeReports.made(
                bed,
                bed.bean(Reports.class)
                        .order(
                                ReportKind.MISSION,
                                "Mission " + m.id,
                                new Report.Scope(m.id, null, null, null, null),
                                spec,
                                "",
                                "tech"));
    }

    private static Report ofMonth(Long site, Long of) throws InterruptedException {
        return MadeReports.made(
                bed,
                bed.bean(Reports.class)
                        .order(
                                ReportKind.PERIOD,
                                "October",
                                new Report.Scope(null, site, of, LocalDate.of(2026, 10, 1), LocalDate.of(2026, 10, 31)),
                                ReportSpec.whole(ReportKind.PERIOD),
                                "",
                                "tech"));
    }

    @Test
    void a_mission_s_report_is_valid_and_holds_its_data_its_limits_and_its_judgement() throws Exception {
        Report r = ofMission(ReportSpec.whole(ReportKind.MISSION));
        assertThat(r.ready()).as(r.progress().trouble()).isTrue();
        byte[] pdf = MadeReports.pdf(bed, r.id());
        assertThat(Sha256.of(pdf)).isEqualTo(r.made().sha256());
        assertThat(Valid.troubles(pdf)).isEmpty();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            String text = new PDFTextStripper().getText(document);
            assertThat(text)
                    .contains("QL-REP", "Vault <1> & \"door\"", "Not signed", "Evidence", "Signatures")
                    .contains(r.made().auditHash());
            var files = new TreeMap<>(
                    document.getDocumentCatalog().getNames().getEmbeddedFiles().getNames());
            assertThat(files.keySet())
                    .containsExactly(
                            "mission-" + m.id + "-judgement.json",
                            "mission-" + m.id + "-limits.json",
                            "mission-" + m.id + ".csv");
            byte[] judgement = files.get("mission-" + m.id + "-judgement.json")
                    .getEmbeddedFile()
                    .toByteArray();
            assertThat(new String(judgement, StandardCharsets.UTF_8))
                    .isEqualTo(bed.bean(Evaluation.class).text(m.mission()));
            String csv = new String(
                    files.get("mission-" + m.id + ".csv").getEmbeddedFile().toByteArray(), StandardCharsets.UTF_8);
            assertThat(csv.lines().filter(l -> l.startsWith("2026-10"))).hasSize(1440);
            for (ReportFile f : bed.bean(Reports.class).files(r.id())) {
                assertThat(Sha256.of(files.get(f.name()).getEmbeddedFile().toByteArray()))
                        .isEqualTo(f.sha256());
                assertThat(text.replaceAll("\\s", "")).contains(f.sha256());
            }
        }
        // what happens later changes nothing of it
        bed.bean(AuditVerification.class).check("tech");
        assertThat(MadeReports.pdf(bed, r.id())).isEqualTo(pdf);
    }

    @Test
    void a_month_s_report_is_valid_and_counts_no_time_twice() throws Exception {
        long site =
                bed.bean(JdbcTemplate.class).queryForObject("SELECT site_id FROM spot WHERE id = ?", Long.class, spot);
        Report r = ofMonth(site, null);
        assertThat(r.ready()).as(r.progress().trouble()).isTrue();
        assertThat(Valid.troubles(MadeReports.pdf(bed, r.id()))).isEmpty();
        assertThat(r.made().sentence())
                .startsWith("Report site, October 2026: outside limits for 5\u00a0h; 32.2\u00a0% of the time");
        try (PDDocument document = Loader.loadPDF(MadeReports.pdf(bed, r.id()))) {
            String text = new PDFTextStripper().getText(document).replace('\u00a0', ' ');
            // five hours of ten days that were recorded, of a month of 31 days and an hour
            assertThat(text).contains("outside limits 5 h – 97.9 % 32.2 %");
            assertThat(text).contains("1 mission of 1 logger at 1 spot");
        }
    }

    /** Of three blocks the month needs two; it has 31 days and an hour. */
    @Test
    void a_record_longer_than_the_month_is_in_it_as_far_as_the_month_goes() throws Exception {
        try (OwnMission whole = new OwnMission(bed, "QL-REPL", START.minus(Duration.ofDays(20)))) {
            long shelf = bed.spot("Long site", "Shelf");
            double[] air = new double[80 * 144];
            Arrays.setAll(air, i -> i / 1000.0);
            record(whole, shelf, START.minus(Duration.ofDays(20)), air);
            long site = bed.bean(JdbcTemplate.class)
                    .queryForObject("SELECT site_id FROM spot WHERE id = ?", Long.class, shelf);
            Report r = ofMonth(site, null);
            assertThat(r.ready()).as(r.progress().trouble()).isTrue();
            assertThat(bed.bean(Reports.class).body(r.id())).doesNotContain("could not be read");
            try (PDDocument document = Loader.loadPDF(MadeReports.pdf(bed, r.id()))) {
                List<String> rows = new String(
                                document.getDocumentCatalog()
                                        .getNames()
                                        .getEmbeddedFiles()
                                        .getNames()
                                        .get("mission-" + whole.id + "-0.csv")
                                        .getEmbeddedFile()
                                        .toByteArray(),
                                StandardCharsets.UTF_8)
                        .lines()
                        .toList();
                assertThat(rows).hasSize(1 + 745 * 6);
                assertThat(rows.get(1)).startsWith("2026-10-01T00:00:00").endsWith(",2.88");
                assertThat(rows.get(745 * 6)).startsWith("2026-10-31T23:50:00").endsWith(",7.349");
            }
        }
    }

    @Test
    void a_record_that_cannot_be_read_is_named_and_keeps_nothing_from_the_others() throws Exception {
        JdbcTemplate sql = bed.bean(JdbcTemplate.class);
        try (OwnMission sound = new OwnMission(bed, "QL-REPA", START);
                OwnMission damaged = new OwnMission(bed, "QL-REPB", START)) {
            long shelf = bed.spot("Damaged site", "Shelf");
            record(sound, shelf);
            record(damaged, bed.spot("Damaged site", "Drawer"));
            long site = sql.queryForObject("SELECT site_id FROM spot WHERE id = ?", Long.class, shelf);
            sql.update("UPDATE mission SET judgement = 'nothing that could be read' WHERE id = ?", damaged.id);
            Report r = ofMonth(site, null);
            assertThat(r.ready()).as(r.progress().trouble()).isTrue();
            assertThat(r.made().sentence())
                    .contains("outside limits at 1 of 2 spots")
                    .contains("a record unreadable at 1");
            assertThat(bed.bean(Reports.class).body(r.id()))
                    .contains("Mission " + damaged.id + " of QL-REPB could not be read")
                    .contains("<b class=\"miss\">record unreadable</b>")
                    .contains("No calibration certificate is stored for its mission.")
                    .contains("The one mission is not signed.");
            assertThat(Valid.troubles(MadeReports.pdf(bed, r.id()))).isEmpty();

            // its samples alone: what was judged of them stands, and they are not handed out
            bed.bean(Evaluation.class).again(damaged.id);
            sql.update("UPDATE series_block SET data = x'00' WHERE mission_id = ?", damaged.id);
            Report without = MadeReports.made(
                    bed,
                    bed.bean(Reports.class)
                            .order(
                                    ReportKind.PERIOD,
                                    "October",
                                    new Report.Scope(
                                            null, site, null, LocalDate.of(2026, 10, 1), LocalDate.of(2026, 10, 31)),
                                    new ReportSpec(java.util.Set.of(ReportSection.EXCURSIONS), List.of(), ""),
                                    "",
                                    "tech"));
            assertThat(without.made().sentence()).contains("outside limits at all 2 spots");
            assertThat(bed.bean(Reports.class).body(without.id()))
                    .contains("Samples of mission " + damaged.id + " of QL-REPB could not be read");
            assertThat(bed.bean(Reports.class).files(without.id()))
                    .extracting(ReportFile::name)
                    .contains("mission-" + sound.id + "-0.csv")
                    .doesNotContain("mission-" + damaged.id + "-0.csv");
        }
    }

    @Test
    void what_was_not_chosen_is_not_in_it() throws Exception {
        Report r = ofMission(
                new ReportSpec(java.util.Set.of(ReportSection.STATISTICS), List.of(), "For the auditor\nof Tuesday"));
        String body = bed.bean(Reports.class).body(r.id());
        assertThat(body)
                .contains("For the auditor")
                .contains("report-statistics")
                .doesNotContain("report-charts");
        assertThat(Valid.troubles(MadeReports.pdf(bed, r.id()))).isEmpty();
    }

    @Test
    void made_in_the_browser_read_there_and_taken_away() throws IOException {
        page.navigate(bed.address + "/missions/" + m.id);
        page.locator("button:has-text('Create report')").click();
        assertThat(page.locator("article.report h1")).containsText("Outside limits");
        Axe.check(page);
        Download file =
                page.waitForDownload(() -> page.locator("a:has-text('PDF, ')").click());
        assertThat(Files.readAllBytes(file.path())).startsWith("%PDF-".getBytes(StandardCharsets.US_ASCII));
        page.navigate(bed.address + "/missions/" + m.id + "/reports");
        Axe.check(page);
        page.locator("[name=sections][value=CHARTS]").uncheck();
        page.fill("#comment", "Without a picture");
        page.locator("main button:text-is('Create report')").click();
        assertThat(page.locator("article.report")).containsText("Without a picture");
        assertThat(page.locator("#report-charts")).hasCount(0);
        page.navigate(bed.address + "/reports");
        Axe.check(page);
        if (page.locator("details.order[open]").count() == 0) {
            page.locator("details.order summary").click();
        }
        page.selectOption("#place", "spot-" + spot);
        page.fill("#from", "2026-10-05");
        page.fill("#to", "2026-10-02");
        page.locator("main button:text-is('Create report')").click();
        assertThat(page.locator("main")).containsText("The period ends before it begins");
        assertThat(page.locator("#place")).hasValue("spot-" + spot);
        page.fill("#to", "2026-10-09");
        page.locator("main button:text-is('Create report')").click();
        assertThat(page.locator("article.report h1")).containsText("5 Oct 2026 to 9 Oct 2026: within limits;");
    }

    @Test
    void there_is_nothing_to_report_of_what_is_not_home_or_not_yet() throws Exception {
        try (OwnMission running = new OwnMission(bed, "QL-REPX", START)) {
            Report r = MadeReports.made(
                    bed,
                    bed.bean(Reports.class)
                            .order(
                                    ReportKind.MISSION,
                                    "x",
                                    new Report.Scope(running.id, null, null, null, null),
                                    ReportSpec.whole(ReportKind.MISSION),
                                    "",
                                    "tech"));
            assertThat(r.failed()).isTrue();
            assertThat(r.progress().trouble()).isEqualTo("This mission is not collected yet");
            page.navigate(bed.address + "/reports/" + r.id());
            assertThat(page.locator("h1")).containsText("could not be created");
            page.locator("button:has-text('Try again')").click();
            assertThat(page.locator("h1")).containsText("could not be created");
        }
    }

    private static boolean mailed(String subject) {
        return bed.outdoors().mails().stream().anyMatch(x -> x.subject().equals(subject));
    }

    @Test
    void what_is_scheduled_is_made_on_the_first_day_after_each_span_and_mailed() throws Exception {
        ReportSchedules schedules = bed.bean(ReportSchedules.class);
        long site =
                bed.bean(JdbcTemplate.class).queryForObject("SELECT site_id FROM spot WHERE id = ?", Long.class, spot);
        schedules.add(
                site,
                null,
                ReportSchedule.Span.MONTH,
                ReportSpec.whole(ReportKind.PERIOD),
                "auditor@pelerin.example",
                "tech");
        ReportSchedule made = schedules.all().stream()
                .filter(s -> s.mailTo().equals("auditor@pelerin.example"))
                .findFirst()
                .orElseThrow();
        try {
            assertThat(made.nextOn().getDayOfMonth()).isEqualTo(1);
            // nothing is due yet; then two months have passed
            schedules.look();
            assertThat(bed.bean(Reports.class).page(1, 0).stream()
                            .filter(r -> r.mailTo().startsWith("auditor")))
                    .isEmpty();
            bed.bean(JdbcTemplate.class)
                    .update("UPDATE report_schedule SET next_on = '2026-10-01' WHERE id = ?", made.id());
            schedules.look();
            schedules.look();
            List<Report> ordered = bed.bean(Reports.class).page(20, 0).stream()
                    .filter(r -> r.mailTo().startsWith("auditor"))
                    .toList();
            assertThat(ordered.get(ordered.size() - 1).scope().from()).isEqualTo(LocalDate.of(2026, 9, 1));
            assertThat(ordered.get(ordered.size() - 1).scope().to()).isEqualTo(LocalDate.of(2026, 9, 30));
            assertThat(ordered).extracting(r -> r.scope().from()).doesNotHaveDuplicates();
            for (Report r : ordered) {
                assertThat(MadeReports.made(bed, r.id()).ready()).isTrue();
            }
            String subject = "Report: Report site, October 2026";
            Waiting.until("its mail is out", () -> mailed(subject));
            assertThat(bed.outdoors().mails().stream()
                            .filter(x -> x.subject().equals(subject))
                            .findFirst()
                            .orElseThrow()
                            .text())
                    .contains("outside limits for 5")
                    .containsPattern("\\[report-\\d+\\.pdf, application/pdf]");
            assertThat(bed.bean(Reports.class)
                            .find(ordered.get(ordered.size() - 2).id())
                            .orElseThrow()
                            .made()
                            .mailedAt())
                    .isNotNull();
            page.navigate(bed.address + "/reports");
            page.locator("button[aria-label^='Stop schedule: Report site']").click();
            assertThat(page.locator(".said")).containsText("The schedule is stopped");
        } finally {
            bed.bean(JdbcTemplate.class).update("DELETE FROM report_schedule WHERE id = ?", made.id());
        }
    }

    @Test
    void spans_end_where_the_calendar_has_them_end() {
        assertThat(ReportSchedule.Span.MONTH.after(LocalDate.of(2026, 12, 31))).isEqualTo(LocalDate.of(2027, 1, 1));
        assertThat(ReportSchedule.Span.QUARTER.after(LocalDate.of(2026, 11, 27)))
                .isEqualTo(LocalDate.of(2027, 1, 1));
        assertThat(ReportSchedule.Span.QUARTER.after(LocalDate.of(2026, 1, 1))).isEqualTo(LocalDate.of(2026, 4, 1));
        assertThat(ReportSchedule.Span.QUARTER.before(LocalDate.of(2026, 4, 1))).isEqualTo(LocalDate.of(2026, 1, 1));
    }
}
