package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.options.FilePayload;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.stream.Collectors;
import java.util.zip.CRC32;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.common.filespecification.PDComplexFileSpecification;
import org.apache.pdfbox.pdmodel.common.filespecification.PDEmbeddedFile;
import org.apache.poi.ss.usermodel.Workbook;
import org.apache.poi.ss.usermodel.WorkbookFactory;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.evidence.AuditVerification;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.report.document.Reports;
import org.pelerin.app.report.recheck.MissionCheck;
import org.pelerin.app.report.recheck.Recheck;
import org.pelerin.app.report.recheck.Rechecks;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.springframework.jdbc.core.JdbcTemplate;

/** A record that came home from a logger: files of it given back, and what is changed of it in the database by hand. */
@Tag("bed")
@Timeout(180)
class ProofTest extends PageTest {

    private static final String SERIAL = "PL-18033";

    private static TestBed bed;
    private static JdbcTemplate sql;
    private static MissionCheck check;
    private static Mission m;

    /** Two days in a cellar, whose limits lie so that it leaves them. */
    @BeforeAll
    static void collect() throws InterruptedException {
        bed = TestBed.get();
        sql = bed.bean(JdbcTemplate.class);
        check = bed.bean(MissionCheck.class);
        Hands hands = new Hands(bed);
        Plan plan = Hands.alder(new StartCondition.Now());
        long id = hands.write(
                SERIAL,
                new Plan(
                        plan.model(),
                        "PROOF",
                        plan.interval(),
                        plan.start(),
                        plan.stop(),
                        List.of(new ChannelSettings(true, "Air", new Alarm(12, Duration.ofMinutes(10), true), null))));
        hands.pass(Duration.ofDays(2));
        hands.collect(SERIAL);
        m = hands.mission(id);
        hands.leave(SERIAL);
        assertThat(m.records().verdict()).isEqualTo("excursions");
    }

    @Test
    void figures_of_blocks_and_what_charts_are_drawn_from_are_held_against_the_values() {
        String block = " WHERE mission_id = " + m.id() + " AND channel = 0 AND block = 0";
        for (String column : List.of("max_value", "min_value", "sum_value", "missing")) {
            sql.update("UPDATE series_block SET " + column + " = " + column + " - 1" + block);
            troubles("The summaries of “Air” from sample 0 on do not match its values");
            sql.update("UPDATE series_block SET " + column + " = " + column + " + 1" + block);
        }
        for (int level = 0; level < 2; level++) {
            String outline = " WHERE mission_id = " + m.id() + " AND channel = 0 AND part = 0 AND level = " + level;
            byte[] data = sql.queryForObject("SELECT data FROM series_outline" + outline, byte[].class);
            byte[] other = data.clone();
            other[other.length - 1] ^= 1;
            sql.update("UPDATE series_outline SET data = ?" + outline, other);
            troubles("The chart data of “Air” do not match its values");
            sql.update("UPDATE series_outline SET data = ?" + outline, data);
        }
        sql.update(
                "INSERT INTO series_outline SELECT mission_id, channel, level, part + 1, data FROM series_outline WHERE mission_id = "
                        + m.id() + " AND channel = 0 AND level = 0");
        troubles("The chart data of “Air” do not match its values");
        sql.update("DELETE FROM series_outline WHERE mission_id = " + m.id() + " AND level = 0 AND part = 1");
        assertThat(check.troubles(m.id())).isEmpty();
    }

    @Test
    void a_report_is_genuine_by_the_audit_trail_and_not_by_a_row_of_a_table() throws Exception {
        byte[] pdf = altered(MadeReports.ofMission(bed, m.id()));
        long last = sql.queryForObject("SELECT MAX(id) FROM report", Long.class);
        sql.update(
                "INSERT INTO report (kind, title, mission_id, spec, state, ordered_at, ordered_by, made_at, sentence, body, pages, size, sha256, audit_sequence, audit_hash) SELECT kind, title, mission_id, spec, state, ordered_at, ordered_by, made_at, sentence, body, pages, size, ?, audit_sequence, audit_hash FROM report WHERE id = ?",
                Sha256.of(pdf),
                last);
        long forged = sql.queryForObject("SELECT MAX(id) FROM report", Long.class);
        sql.update("INSERT INTO report_piece VALUES (?, 0, ?)", forged, pdf);
        try {
            handIn("forged.pdf", pdf);
            assertThat(page.locator("h1"))
                    .containsText("the audit trail has no report with this content: the list was changed");
            assertThat(bed.bean(Reports.class).damaged()).isEmpty();
            sql.update("UPDATE report_piece SET bytes = CONCAT(bytes, 'x') WHERE report_id = ?", forged);
            assertThat(bed.bean(Reports.class).damaged()).containsExactly(forged);
        } finally {
            sql.update("DELETE FROM report_piece WHERE report_id = ?", forged);
            sql.update("DELETE FROM report WHERE id = ?", forged);
        }
    }

    private static void troubles(String contained) {
        assertThat(check.troubles(m.id())).anySatisfy(t -> assertThat(t).contains(contained));
    }

    @Test
    void what_nobody_touched_fits() {
        assertThat(check.troubles(m.id())).isEmpty();
    }

    @Test
    void a_page_of_a_capture_that_is_changed_or_removed_is_named() {
        byte[] page = sql.queryForObject(
                "SELECT bytes FROM capture_page WHERE mission_id = ? AND page = 1", byte[].class, m.id());
        byte[] other = page.clone();
        other[60] ^= 1;
        sql.update("UPDATE capture_page SET bytes = ? WHERE mission_id = ? AND page = 1", other, m.id());
        troubles("Page 1 of the capture does not match its checksum");
        troubles("differs from the one noted when it was complete");
        // with a checksum that fits, too
        byte[] sealed = sealed(other);
        sql.update("UPDATE capture_page SET bytes = ? WHERE mission_id = ? AND page = 1", sealed, m.id());
        troubles("differs from the one noted when it was complete");
        troubles("in its capture");
        // and with the hash changed that was noted: the audit trail knows the right one
        sql.update("DELETE FROM capture_page WHERE mission_id = ? AND page = 1", m.id());
        troubles("Page 1 of the capture is missing");
        sql.update("INSERT INTO capture_page (mission_id, page, bytes) VALUES (?, 1, ?)", m.id(), page);
        String sha = sql.queryForObject("SELECT sha256 FROM capture WHERE mission_id = ?", String.class, m.id());
        sql.update("UPDATE capture SET sha256 = REPEAT('a', 64) WHERE mission_id = ?", m.id());
        troubles("differs from the one noted when it was complete");
        sql.update("UPDATE capture SET sha256 = ? WHERE mission_id = ?", sha, m.id());
        assertThat(check.troubles(m.id())).isEmpty();
    }

    private static byte[] sealed(byte[] page) {
        byte[] out = page.clone();
        CRC32 crc = new CRC32();
        crc.update(out, 0, out.length - 4);
        java.nio.ByteBuffer.wrap(out).putInt(out.length - 4, (int) crc.getValue());
        return out;
    }

    @Test
    void a_series_a_judgement_and_a_verdict_that_are_changed_are_named() {
        byte[] data = sql.queryForObject(
                "SELECT data FROM series_block WHERE mission_id = ? AND channel = 0 AND block = 0",
                byte[].class,
                m.id());
        byte[] other = data.clone();
        other[other.length / 2] ^= 1;
        sql.update(
                "UPDATE series_block SET data = ? WHERE mission_id = ? AND channel = 0 AND block = 0", other, m.id());
        troubles("stored record cannot be read");
        sql.update("UPDATE series_block SET data = ? WHERE mission_id = ? AND channel = 0 AND block = 0", data, m.id());
        sql.update("UPDATE series SET start_at = start_at + 60000 WHERE mission_id = ?", m.id());
        troubles("has sample 0 at ");
        sql.update("UPDATE series SET start_at = start_at - 60000 WHERE mission_id = ?", m.id());

        String judgement = sql.queryForObject("SELECT judgement FROM mission WHERE id = ?", String.class, m.id());
        sql.update(
                "UPDATE mission SET judgement = REPLACE(judgement, '\"excursions\",', '\"within\",') WHERE id = ?",
                m.id());
        troubles("Its verdict differs when calculated again: verdict: “within” → “excursions”");
        sql.update("UPDATE mission SET judgement = ? WHERE id = ?", judgement, m.id());
        sql.update("UPDATE mission SET verdict = 'within' WHERE id = ?", m.id());
        troubles("Lists show within, its verdict is excursions");
        sql.update("UPDATE mission SET verdict = 'excursions' WHERE id = ?", m.id());
        assertThat(check.troubles(m.id())).isEmpty();
    }

    @Test
    void an_excursion_that_is_taken_out_of_its_finding_is_named() {
        Long part = sql.queryForObject("SELECT MIN(id) FROM finding_part WHERE mission_id = ?", Long.class, m.id());
        sql.update("CREATE TABLE kept_part AS SELECT * FROM finding_part WHERE id = ?", part);
        sql.update("DELETE FROM finding_part WHERE id = ?", part);
        troubles("No finding exists for an excursion of its verdict: Air above");
        sql.update("INSERT INTO finding_part SELECT * FROM kept_part");
        sql.execute("DROP TABLE kept_part");
        assertThat(check.troubles(m.id())).isEmpty();
    }

    @Test
    void all_missions_are_gone_through_and_what_was_broken_off_goes_on() {
        Rechecks rechecks = bed.bean(Rechecks.class);
        sql.update("UPDATE mission SET verdict = 'within' WHERE id = ?", m.id());
        try {
            sql.update(
                    "INSERT INTO recheck (started_at, started_by, last_mission, total) VALUES (1, 'tech', ?, 99)",
                    m.id() - 1);
            int[] steps = new int[1];
            Recheck.Told told = rechecks.now("tech", (done, total) -> steps[0]++);
            // those before it were done already
            assertThat(told.check().startedBy()).isEqualTo("tech");
            assertThat(told.check().total()).isEqualTo(99);
            assertThat(told.troubles())
                    .contains(new Recheck.Trouble(
                            m.id(), "mission " + m.id(), "Lists show within, its verdict is excursions"));
            assertThat(told.check().audit()).isEmpty();
            assertThat(bed.bean(AuditVerification.class).latest().orElseThrow().whole())
                    .isTrue();
            page.navigate(bed.address + "/re-verify");
            assertThat(page.locator("main")).containsText("Lists show within");
            Axe.check(page);
            page.locator("button:has-text('Re-verify all records now')").click();
            assertThat(page.locator("h1"))
                    .containsText(
                            java.util.regex.Pattern.compile("were checked"),
                            new com.microsoft.playwright.assertions.LocatorAssertions.ContainsTextOptions()
                                    .setTimeout(60_000));
        } finally {
            sql.update("UPDATE mission SET verdict = 'excursions' WHERE id = ?", m.id());
        }
    }

    private void handIn(String name, byte[] bytes) {
        page.navigate(bed.address + "/verify");
        page.setInputFiles("input[type=file]", new FilePayload(name, "application/octet-stream", bytes));
        page.locator("button:has-text('Verify file')").click();
        assertThat(page.locator("main")).containsText(name);
    }

    @Test
    void a_report_is_known_again_and_an_altered_one_is_told_by_what_was_altered() throws Exception {
        byte[] pdf = MadeReports.ofMission(bed, m.id());
        handIn("report.pdf", pdf);
        assertThat(page.locator("h1")).containsText("✓ The file is genuine.");
        Axe.check(page);
        handIn("altered.pdf", altered(pdf));
        assertThat(page.locator("h1")).containsText("The file was changed");
        assertThat(page.locator(".differences")).containsText("mission-" + m.id() + "-judgement.json, line 1");
        assertThat(page.locator(".differences")).containsText("within");
        handIn("elsewhere.pdf", saved(new PDDocument(), true));
        assertThat(page.locator("h1")).containsText("The file is not known here");
        handIn("broken.pdf", "%PDF-1.7 and then nothing".getBytes(StandardCharsets.US_ASCII));
        assertThat(page.locator("h1")).containsText("cannot be read as a PDF");
    }

    private static byte[] saved(PDDocument d, boolean page) throws IOException {
        try (d) {
            if (page) {
                d.addPage(new org.apache.pdfbox.pdmodel.PDPage());
            }
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            d.save(out);
            return out.toByteArray();
        }
    }

    /** With another verdict in its judgement. */
    private static byte[] altered(byte[] pdf) throws IOException {
        PDDocument d = Loader.loadPDF(pdf);
        PDComplexFileSpecification spec = d.getDocumentCatalog()
                .getNames()
                .getEmbeddedFiles()
                .getNames()
                .get("mission-" + m.id() + "-judgement.json");
        String was = new String(spec.getEmbeddedFile().toByteArray(), StandardCharsets.UTF_8);
        byte[] other = was.replace("\"excursions\",", "\"within\",").getBytes(StandardCharsets.UTF_8);
        PDEmbeddedFile file = new PDEmbeddedFile(d, new ByteArrayInputStream(other));
        spec.setEmbeddedFile(file);
        spec.setEmbeddedFileUnicode(file);
        return saved(d, false);
    }

    @Test
    void a_table_is_written_again_and_held_against_what_is_given_back() throws IOException {
        String csv = page.request()
                .get(bed.address + "/missions/" + m.id()
                        + "/samples.csv?separator=semicolon&decimal=comma&t=f&zone=utc")
                .text();
        handIn("record.csv", csv.getBytes(StandardCharsets.UTF_8));
        assertThat(page.locator("h1")).containsText("✓ The file is genuine.");
        String last = csv.lines().reduce((a, b) -> b).orElseThrow();
        handIn(
                "altered.csv",
                csv.replace(last, last.replaceAll(";[^;]+$", ";40,1")).getBytes(StandardCharsets.UTF_8));
        assertThat(page.locator("h1")).containsText("It differs from the stored record of mission " + m.id());
        assertThat(page.locator(".differences"))
                .containsText("line " + csv.lines().count());
        assertThat(page.locator(".differences li")).hasCount(1);
        handIn(
                "told.csv",
                csv.replace("# Verdict: excursions", "# Verdict: within").getBytes(StandardCharsets.UTF_8));
        assertThat(page.locator("h1")).containsText("Its samples are those of mission " + m.id());
        // one of before the last column was there
        String older = csv.lines()
                .map(l -> l.startsWith("#") ? l : l.replaceFirst(";[^;]*$", ""))
                .collect(Collectors.joining("\r\n", "", "\r\n"));
        handIn("older.csv", older.getBytes(StandardCharsets.UTF_8));
        assertThat(page.locator("h1")).containsText("Its samples are those of mission " + m.id());
        assertThat(page.locator("h1")).containsText("today’s file has 1 more column: ");
        handIn(
                "older.csv",
                older.replace("# Verdict: excursions", "# Verdict: within").getBytes(StandardCharsets.UTF_8));
        assertThat(page.locator("h1")).containsText("and other texts differ");
        handIn("other.csv", "a,b\n1,2\n".getBytes(StandardCharsets.UTF_8));
        assertThat(page.locator("h1")).containsText("does not name its mission");

        byte[] xlsx = page.request()
                .get(bed.address + "/missions/" + m.id() + "/samples.xlsx")
                .body();
        handIn("record.xlsx", xlsx);
        assertThat(page.locator("h1")).containsText("✓ The file is genuine.");
        try (Workbook book = WorkbookFactory.create(new ByteArrayInputStream(xlsx))) {
            book.getSheet("Samples").getRow(3).getCell(2).setCellValue(99.5);
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            book.write(out);
            handIn("altered.xlsx", out.toByteArray());
        }
        assertThat(page.locator("h1")).containsText("It differs from the stored record of mission " + m.id());
        assertThat(page.locator(".differences")).containsText("99.5");
    }
}
