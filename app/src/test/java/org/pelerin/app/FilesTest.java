package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.collect.files.FileService;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.Spot;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.core.plan.Deployment;
import org.pelerin.core.series.Series;
import org.springframework.jdbc.core.JdbcTemplate;

/** Files of other devices, handed in as somebody finds them. */
@Tag("bed")
@Timeout(120)
class FilesTest {

    private static final ZoneId PARIS = ZoneId.of("Europe/Paris");

    private static TestBed bed;
    private static BrowserContext context;
    private static Page page;

    @BeforeAll
    static void open() {
        bed = TestBed.get();
        context = bed.browser().newContext();
        page = bed.signedIn(context);
    }

    @AfterAll
    static void close() {
        context.close();
    }

    private static void handIn(String name, byte[] bytes) {
        page.navigate(bed.address + "/files");
        page.setInputFiles("[type=file]", new FilePayload(name, "application/octet-stream", bytes));
        page.getByText("Upload", new Page.GetByTextOptions().setExact(true)).click();
    }

    private static Locator read(int row) {
        return page.locator("#preview tbody tr").nth(row);
    }

    private static Mission taken() {
        assertThat(page.locator("h1")).containsText("is mission");
        Matcher m =
                Pattern.compile("/missions/(\\d+)").matcher(page.locator("h1 a").getAttribute("href"));
        assertThat(m.find()).isTrue();
        return bed.bean(MissionQueries.class).find(Long.parseLong(m.group(1))).orElseThrow();
    }

    private static List<Series> record(Mission m) {
        return bed.bean(SeriesStore.class).load(m);
    }

    /** Every five minutes over the night in which clocks go back, as another country's program wrote it. */
    private static byte[] cellar() {
        List<String> lines = new ArrayList<>(List.of(
                "Gerät;Keller 4", "Ausgelesen;26.10.2026", "", "Nr;Zeit;Temperatur [°C];Feuchte (% rF);Status"));
        DateTimeFormatter local = DateTimeFormatter.ofPattern("dd.MM.yyyy HH:mm");
        for (int i = 0; i < 240; i++) {
            Instant t = Instant.parse("2026-10-24T18:00:00Z").plus(Duration.ofMinutes(5L * i));
            String value = i == 20 ? "Fehler" : String.format(Locale.GERMANY, "%.2f", 4 + i / 100.0);
            lines.add((i + 1) + ";" + local.format(t.atZone(PARIS)) + ";" + value + ";91,5;ok");
            if (i == 30) {
                lines.add(lines.get(lines.size() - 1));
            }
        }
        lines.add("241;spater;5,0;90,0;ok");
        return String.join("\r\n", lines).getBytes(Charset.forName("windows-1252"));
    }

    @Test
    void semicolons_commas_umlauts_a_repeated_hour_a_double_row_and_an_unreadable_one() throws Exception {
        long spot = limited();
        handIn("Keller 4.csv", cellar());
        assertThat(page.locator("h1")).containsText("Is this the layout of Keller 4.csv?");
        assertThat(page.locator("#charset")).hasValue("windows-1252");
        assertThat(page.locator("#order")).hasValue("DAY_FIRST");
        assertThat(page.locator("[name=role]").first()).hasValue("IGNORED");
        assertThat(page.locator("[name=unit]").nth(3)).hasValue("%RH");
        assertThat(read(0)).containsText("2026-10-24 20:00:00 CEST");
        // the wrong order of dates is seen at once, and put right again
        page.selectOption("#order", "MONTH_FIRST");
        assertThat(read(0)).containsText("is not a date as month, day, year");
        page.selectOption("#order", "DAY_FIRST");
        assertThat(read(0)).containsText("CEST");
        page.locator("[name=name]").nth(2).fill("Air");
        page.fill("[name=keep]", "Cellar boxes");
        page.keyboard().press("Control+Enter");

        assertThat(page.locator("h1")).containsText("241 rows of Keller 4.csv can be read");
        assertThat(page.locator("h1"))
                .containsText(
                        "; ◇ 1\u00a0cannot be read; ◇ 1\u00a0cell cannot be read; ◇ 1\u00a0instant occurs twice.");
        assertThat(page.locator("#main"))
                .containsText("2026-10-24 20:00:00 CEST to 2026-10-25 14:55:00 CET, every 5 min");
        Locator troubles = page.locator("table tr");
        assertThat(troubles.filter(new Locator.FilterOptions().setHasText("“Fehler” is not a number")))
                .containsText("25Air");
        assertThat(troubles.filter(new Locator.FilterOptions().setHasText("“spater” is not a month")))
                .containsText("246Row");
        page.fill("#device", "Box 4");
        page.selectOption("#spot", String.valueOf(spot));
        page.getByText("Import", new Page.GetByTextOptions().setExact(true)).click();
        assertThat(page.locator(".refused")).containsText("Choose what to do with repeated or unsorted times");
        assertThat(page.locator("#main")).containsText("all with the same values");
        page.getByText("the first one counts").click();
        page.fill("#device", "Box 4");
        page.selectOption("#spot", String.valueOf(spot));
        page.getByText("Import", new Page.GetByTextOptions().setExact(true)).click();

        Mission m = taken();
        List<Series> series = record(m);
        assertThat(series).extracting(Series::label).containsExactly("Air", "Feuchte");
        assertThat(series.get(0).axis().count()).isEqualTo(240);
        assertThat(series.get(0).axis().instantAt(239)).isEqualTo("2026-10-25T13:55:00Z");
        assertThat(series.get(0).values(19, 22)).containsExactly(4.19, Double.NaN, 4.21);
        // limits of the spot: at most 6 °C; above it from row 201 on
        assertThat(m.records().verdict()).isEqualTo("excursions");
        page.locator("h1 a").click();
        assertThat(page.locator("#main")).containsText("original file");
        assertThat(page.locator("#main")).containsText("times as in its file");
        // by what rule the doubled instant was merged stays with it
        assertThat(page.locator("#main"))
                .containsText("1 row repeats an earlier time: the first row of each time counts");
        assertThat(page.locator("h1")).containsText("Outside limits ▲ once for 3 h 15 min");
        String csv = page.request()
                .get(bed.address + "/missions/" + m.id() + "/samples.csv")
                .text();
        assertThat(csv).contains("Fingerprint (SHA-256) of Keller 4.csv: " + Sha256.of(cellar()));
        byte[] pdf = MadeReports.ofMission(bed, m.id());
        assertThat(new String(pdf, 0, 5, StandardCharsets.US_ASCII)).isEqualTo("%PDF-");
        // nobody programmed a file
        assertThat(csv).contains("# Read in from a file by tech").doesNotContain("Written by");
        try (PDDocument read = Loader.loadPDF(pdf)) {
            assertThat(new PDFTextStripper().getText(read)).contains("Import").doesNotContain("Programmed");
        }
        assertThat(page.request()
                        .get(bed.address + "/missions/" + m.id() + "/file")
                        .text())
                .contains("is <a");

        // the next one of its kind is laid out by itself, and the same one is recognised
        handIn("again.csv", cellar());
        assertThat(page.locator("#main")).containsText("Layout “Cellar boxes”");
        assertThat(page.locator("#main")).containsText("The same file was already imported as mission " + m.id());
        assertThat(page.locator("[name=name]").nth(2)).hasValue("Air");
        page.getByText("Discard file").click();
        assertThat(page.locator(".said")).containsText("again.csv is discarded");
    }

    private static long limited() {
        PlaceService places = bed.bean(PlaceService.class);
        places.create("File site", "Europe/Paris", "shelf", "tech");
        Spot s = places.spots().stream()
                .filter(x -> x.site().equals("File site"))
                .findFirst()
                .orElseThrow();
        places.save(
                new Spot(
                        s.id(),
                        s.siteId(),
                        s.site(),
                        s.name(),
                        "",
                        null,
                        null,
                        null,
                        null,
                        org.pelerin.core.plan.Hanging.DRY,
                        "",
                        null,
                        null,
                        null,
                        List.of(new Deployment.Demand("°C", null, 6.0))),
                "tech");
        return s.id();
    }

    @Test
    void tabs_a_date_apart_from_its_half_day_time_and_rows_out_of_order() {
        DateTimeFormatter us = DateTimeFormatter.ofPattern("M/d/yyyy\th:mm:ss a", Locale.US);
        List<String> rows = new ArrayList<>();
        for (int i = 0; i < 50; i++) {
            LocalDateTime t = LocalDateTime.of(2026, 11, 13, 8, 0).plusMinutes(13L * i + i % 2);
            rows.add(us.format(t) + "\t" + (1000 + i) + "." + i % 10 + "\t1,0" + i % 10 + i % 7 + ".5");
        }
        Collections.swap(rows, 10, 11);
        String text = "Date\tTime\tLevel m\tFlow {m3/h}\n" + String.join("\n", rows) + "\n";
        handIn("levels.tsv", text.getBytes(StandardCharsets.UTF_8));
        assertThat(page.locator("#delimiter")).hasValue("TAB");
        assertThat(page.locator("#order")).hasValue("MONTH_FIRST");
        assertThat(read(0)).containsText("2026-11-13 08:00:00 CET");
        page.fill("#zone", "Nowhere");
        page.keyboard().press("Tab");
        assertThat(page.locator("#preview")).containsText("“Nowhere” is not a time zone");
        page.fill("#zone", "UTC");
        page.keyboard().press("Tab");
        assertThat(read(0)).containsText("2026-11-13 08:00:00 UTC");
        page.locator("[name=name]").nth(2).fill("Level");
        page.locator("[name=unit]").nth(2).fill("m");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator("h1")).containsText("1 row out of order");
        assertThat(page.locator("#main")).containsText("line 13");
        page.getByText("Sort them by time").click();
        page.fill("#device", "Pole");
        page.getByText("Import", new Page.GetByTextOptions().setExact(true)).click();
        Mission m = taken();
        List<Series> series = record(m);
        assertThat(series.get(0).unit().symbol()).isEqualTo("m");
        assertThat(series.get(1).unit().symbol()).isEqualTo("m³/h");
        // 13 and 14, 12 minutes apart in turn: its own instants are kept
        assertThat(series.get(0).axis().count()).isEqualTo(50);
        assertThat(series.get(0).axis().instantAt(1)).isEqualTo("2026-11-13T08:14:00Z");
        assertThat(series.get(0).values(9, 13)).containsExactly(1009.9, 1010.0, 1011.1, 1012.2);
        page.locator("h1 a").click();
        assertThat(page.locator("#chart canvas").first()).isVisible();
    }

    @Test
    void a_workbook_with_dates_as_numbers_on_its_second_sheet() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (Workbook book = new Workbook(out, "Test", "1.0")) {
            book.newWorksheet("Cover").value(0, 0, "see the other sheet");
            Worksheet sheet = book.newWorksheet("Data");
            sheet.value(0, 0, "Period");
            sheet.value(0, 1, "Temp (°F)");
            for (int i = 1; i <= 30; i++) {
                sheet.value(i, 0, LocalDateTime.of(2026, 7, 1, 12, 0).plusSeconds(30L * i));
                sheet.style(i, 0).format("yyyy-mm-dd hh:mm:ss").set();
                if (i != 7) {
                    sheet.value(i, 1, 40 + i / 10.0);
                }
            }
        }
        handIn("ward.xlsx", out.toByteArray());
        // the one with rows is proposed, and another can be chosen
        assertThat(page.locator("#sheet option:checked")).hasText("Data");
        page.selectOption("#sheet", new com.microsoft.playwright.options.SelectOption().setLabel("Cover"));
        assertThat(page.locator("#preview")).containsText("Choose the column of date and time");
        page.selectOption("#sheet", new com.microsoft.playwright.options.SelectOption().setLabel("Data"));
        assertThat(read(0)).containsText("2026-07-01 12:00:30 CEST");
        assertThat(read(0)).containsText("40.1");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator("h1")).containsText("30 rows of ward.xlsx can be read, all there are");
        assertThat(page.locator("#main")).containsText("1 empty cell");
        page.fill("#device", "Ward");
        page.getByText("Import", new Page.GetByTextOptions().setExact(true)).click();
        Series s = record(taken()).get(0);
        assertThat(s.unit().symbol()).isEqualTo("°F");
        assertThat(s.axis().first()).isEqualTo("2026-07-01T10:00:30Z");
        assertThat(s.values(5, 8)).containsExactly(40.6, Double.NaN, 40.8);
    }

    @Test
    void what_is_no_table_is_refused_and_nothing_of_it_is_kept() throws IOException {
        FileService files = bed.bean(FileService.class);
        handIn("empty.csv", new byte[0]);
        assertThat(page.locator("#not-taken")).containsText("The file is empty");
        byte[] binary = new byte[4000];
        binary[0] = 'M';
        handIn("a.csv", binary);
        assertThat(page.locator("#not-taken")).containsText("neither text nor XLSX");
        handIn("b.xlsx", "PK\u0003\u0004 and then nothing of the kind".getBytes(StandardCharsets.US_ASCII));
        assertThat(page.locator("#not-taken")).isVisible();
        // a serial that is a logger's own
        bed.carry("PL-18531", "dock");
        bed.carry("PL-18531", "bench");
        long id = files.arrive(
                "c.csv",
                new ByteArrayInputStream(
                        "t,v\n2026-01-01 00:00,1\n2026-01-01 00:10,2\n".getBytes(StandardCharsets.UTF_8)),
                "tech");
        page.navigate(bed.address + "/files/" + id);
        page.keyboard().press("Control+Enter");
        page.fill("#device", "PL-18531");
        page.getByText("Import", new Page.GetByTextOptions().setExact(true)).click();
        assertThat(page.locator(".refused")).containsText("PL-18531 is a logger that was connected here");
    }

    @Test
    void a_layout_that_fits_no_row_says_so_with_the_first_line() throws IOException {
        StringBuilder text = new StringBuilder("t,v\n");
        for (int i = 0; i < 10_400; i++) {
            text.append(i < 320 ? "2026-01-01 00:" + (10 + i % 50) + ",1\n" : "gone,1\n");
        }
        long id = bed.bean(FileService.class)
                .arrive("d.csv", new ByteArrayInputStream(text.toString().getBytes(StandardCharsets.UTF_8)), "tech");
        page.navigate(bed.address + "/files/" + id);
        page.keyboard().press("Control+Enter");
        assertThat(page.locator(".refused"))
                .containsText(
                        "More than 10000 rows or cells cannot be read, the layout is probably wrong. The first: line 322");
    }

    @Test
    void what_a_dead_process_was_taking_in_is_taken_in_once_when_its_claim_has_lapsed() throws Exception {
        FileService files = bed.bean(FileService.class);
        StringBuilder text = new StringBuilder("t,Air (°C)\n");
        for (int i = 0; i < 50; i++) {
            text.append("2026-02-01 10:")
                    .append(10 + i)
                    .append(",4.")
                    .append(i % 10)
                    .append("\n");
        }
        long id = files.arrive(
                "orphan.csv", new ByteArrayInputStream(text.toString().getBytes(StandardCharsets.UTF_8)), "tech");
        page.navigate(bed.address + "/files/" + id);
        page.keyboard().press("Control+Enter");
        page.fill("#device", "Orphan");
        // as if somebody else had it and died
        execute(
                "UPDATE foreign_file SET state = 'TAKING', settings = REPLACE(settings, '\"device\":\"\"', '\"device\":\"Orphan\"') WHERE id = "
                        + id);
        execute("INSERT INTO work (kind, id, due_at, claim, until_at) VALUES ('file', " + id
                + ", 0, 'of nobody', 9000000000000)");
        page.navigate(bed.address + "/files/" + id);
        assertThat(page.locator("h1")).containsText("are being imported");
        java.util.concurrent.TimeUnit.MILLISECONDS.sleep(1500);
        assertThat(files.find(id).orElseThrow().missionId()).isNull();
        execute("UPDATE work SET until_at = 1 WHERE kind = 'file' AND id = " + id);
        assertThat(taken().serial()).isEqualTo("Orphan");
        assertThat(bed.bean(MissionQueries.class).ofLogger("Orphan", 9)).hasSize(1);
    }

    private static void execute(String sql) throws java.sql.SQLException {
        try (java.sql.Connection c = TestDatabase.connect();
                java.sql.Statement s = c.createStatement()) {
            assertThat(s.executeUpdate(sql)).isEqualTo(1);
        }
    }

    @Test
    void a_file_that_broke_off_on_its_way_is_listed_at_once_and_can_be_discarded() {
        JdbcTemplate sql = TestBed.get().bean(JdbcTemplate.class);
        sql.update(
                "INSERT INTO foreign_file (name, uploaded_at, uploaded_by, state) VALUES ('half.csv', ?, 'tech', 'ARRIVING')",
                System.currentTimeMillis());
        page.navigate(TestBed.get().address + "/files");
        Locator row = page.locator("tr:has-text('half.csv')");
        assertThat(row).containsText("Not complete");
        assertThat(row.locator("a")).hasCount(0);
        row.locator("button").click();
        assertThat(page.locator("div.said")).containsText("half.csv is discarded");
        assertThat(page.locator("tr:has-text('half.csv')")).hasCount(0);
    }
}
