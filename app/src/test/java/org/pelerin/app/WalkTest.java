package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FormData;
import com.microsoft.playwright.options.Media;
import com.microsoft.playwright.options.RequestOptions;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.DateUtil;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.ss.usermodel.Workbook;
import org.apache.poi.ss.usermodel.WorkbookFactory;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;

/** The whole way in a browser, against the yard: program, place, wait, collect over a broken link, judge, hand over. */
@Tag("bed")
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
@Timeout(120)
class WalkTest {

    private static final String SERIAL = "PL-20417";

    private static TestBed bed;
    private static BrowserContext context;
    private static Page page;
    private static long mission;

    /** An excursion found the plain way in the exported values. */
    private record Run(Instant start, Instant end, double peak) {}

    @BeforeAll
    static void begin() {
        bed = TestBed.get();
        context = bed.browser().newContext();
        context.setDefaultTimeout(15_000);
        page = context.newPage();
        page.onDialog(d -> d.accept());
    }

    @AfterAll
    static void end() {
        context.close();
        bed.emptyDock();
    }

    private static Locator button(String name) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
    }

    @Test
    @Order(1)
    void sign_in() {
        page.navigate(bed.address + "/dock");
        Axe.check(page);
        page.fill("#username", "tech");
        page.fill("#password", "pelerin");
        button("Sign in").click();
        assertThat(page).hasURL(Pattern.compile(".*/dock$"));
    }

    @Test
    @Order(2)
    void carry_a_logger_to_the_dock_and_see_it_in_the_tray() {
        page.navigate(bed.address + "/yard");
        assertThat(page.locator(".lying")).hasCount(55);
        Axe.check(page);
        page.locator("#" + SERIAL).getByText("To dock").click();
        assertThat(page.locator("#tray"))
                .containsText(
                        SERIAL,
                        new com.microsoft.playwright.assertions.LocatorAssertions.ContainsTextOptions()
                                .setTimeout(2_000));
        page.locator("#tray a", new Page.LocatorOptions().setHasText(SERIAL)).click();
        assertThat(page.locator("h1")).containsText("idle and empty");
        assertThat(page.locator(".gauge")).hasCount(2);
        assertThat(page.locator("#main")).containsText("Birch TH, firmware 2.1");
        Axe.check(page);
    }

    @Test
    @Order(3)
    void plan_with_consequences_beside_it() {
        page.getByText("Choose and write a plan").click();
        // what is typed before the page's scripts run is not seen
        page.waitForURL("**/write");
        page.waitForLoadState();
        assertThat(page.locator("#consequences")).containsText("144");
        page.fill("#interval", "5 min");
        assertThat(page.locator("#consequences")).containsText("288");
        assertThat(page.locator("#headline")).containsText("5 min");
        page.fill("#loggerName", "OSTREL-V1-REAR-FAR-TOO-LONG");
        assertThat(page.locator("#loggerName + .wrong-text")).containsText("the logger holds 24");
        page.fill("[name='channels[0].levels[0].low']", "zehn");
        assertThat(page.locator("[name='channels[0].levels[0].low'] + .wrong-text"))
                .containsText("is not a number");
        page.fill("#loggerName", "OSTREL-V1-REAR");
        page.fill("[name='channels[0].levels[0].low']", "10");
        page.fill("[name='channels[0].levels[0].high']", "14");
        page.fill("[name='channels[0].levels[0].lasting']", "1 h");
        page.fill("[name='channels[1].levels[0].lasting']", "");
        page.selectOption(
                "#spot",
                new com.microsoft.playwright.options.SelectOption().setLabel("Ostrel cellars / Vault 1, rear"));
        assertThat(page.locator(".wrong-text")).hasCount(0);
        Axe.check(page);
    }

    @Test
    @Order(4)
    void write_and_have_it_read_back() {
        page.keyboard().press("Control+Enter");
        assertThat(page.locator("#confirm")).isVisible();
        assertThat(page.locator("#confirm")).containsText("OSTREL-V1-REAR");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator(".said")).containsText("read back and compared");
        assertThat(page.locator("h1")).containsText("waiting to start");
        Mission written = bed.bean(MissionQueries.class).ofLogger(SERIAL, 1).get(0);
        assertThat(written.device().missionNumber()).isEqualTo(1);
        mission = written.id();
    }

    @Test
    @Order(5)
    void a_waiting_logger_refuses_another_plan_and_the_page_says_what_to_do() {
        page.navigate(bed.address + "/dock/" + SERIAL + "/write");
        assertThat(page.locator("#consequences")).containsText("The logger is logging");
        assertThat(page.locator("#consequences")).containsText("Stop and collect");
        button("Write to " + SERIAL + " …").click();
        assertThat(page.locator("#confirm")).containsText("Not ready");
    }

    @Test
    @Order(6)
    void nine_days_pass_and_a_compressor_fails_one_night() {
        page.navigate(bed.address + "/yard");
        page.locator("#" + SERIAL + " select[name=to]").selectOption("ostrel-v1-rear");
        page.locator("#" + SERIAL)
                .getByText("Carry", new Locator.GetByTextOptions().setExact(true))
                .click();
        page.locator("#" + SERIAL)
                .getByText("Press", new Locator.GetByTextOptions().setExact(true))
                .click();
        assertThat(page.locator("#" + SERIAL)).containsText("logging");
        button("Schedule").click();
        assertThat(page.locator(".said")).containsText("Scheduled for");
        button("9 days").click();
        assertThat(page.locator(".said")).containsText("9 d have passed");
        assertThat(page.locator("#" + SERIAL)).containsText("2\u202f593 records");
        page.locator("#" + SERIAL).getByText("To dock").click();
    }

    @Test
    @Order(7)
    void collect_with_the_cable_pulled_half_way() throws IOException {
        page.locator("#" + SERIAL).getByText("Pull cable half-way").click();
        page.navigate(bed.address + "/dock/" + SERIAL);
        assertThat(page.locator("h1")).containsText("2\u202f593\u00a0records");
        button("Stop and collect").click();
        assertThat(page.locator("h1")).containsText("stopped at 50");
        assertThat(page.locator("#main")).containsText("Plug it in again");
        Axe.check(page);
        page.navigate(bed.address + "/yard");
        page.locator("#" + SERIAL).getByText("Plug in").click();
        page.navigate(bed.address + "/dock/" + SERIAL);
        assertThat(page.locator("h1")).containsText("collected");
        assertThat(page.locator("#main")).containsText("2\u202f593 of 2\u202f593 samples collected");
        assertThat(bed.bean(MissionQueries.class)
                        .find(mission)
                        .orElseThrow()
                        .records()
                        .received())
                .isEqualTo(2593);
        assertThat(CaptureBytes.ofDatabase(mission)).isEqualTo(CaptureBytes.ofFlash(bed.yardData, SERIAL));
    }

    @Test
    @Order(8)
    void put_it_back_to_work_with_one_button() {
        page.locator(".main-act").click();
        assertThat(page.locator(".said")).containsText("Restart");
        assertThat(page.locator("h1")).containsText("waiting to start");
        List<Mission> two = bed.bean(MissionQueries.class).ofLogger(SERIAL, 2);
        assertThat(two.get(0).device().missionNumber()).isEqualTo(2);
        assertThat(two.get(1).records().erasedAt()).isNotNull();
        assertThat(two.get(0).place().spot()).isEqualTo("Vault 1, rear");
    }

    @Test
    @Order(9)
    void the_mission_shows_its_excursion_as_the_values_have_it() throws IOException {
        Run run = longestRunOfTheCsv();
        // the compressor failed at 23:00 local time for six hours
        assertThat(Duration.between(run.start(), run.end())).isBetween(Duration.ofHours(5), Duration.ofHours(9));
        page.navigate(bed.address + "/missions/" + mission);
        assertThat(page.locator("h1")).containsText("Outside limits");
        assertThat(page.locator("h1")).containsText("▲");
        Locator card = page.locator(".excursion.side-above");
        assertThat(card).hasCount(1);
        assertThat(Long.parseLong(card.getAttribute("data-from")))
                .isEqualTo(run.start().toEpochMilli());
        assertThat(Long.parseLong(card.getAttribute("data-to")))
                .isEqualTo(run.end().toEpochMilli());
        Duration lasted = Duration.between(run.start(), run.end());
        Duration shown = org.pelerin.core.plan.Durations.parse(
                card.locator("b").nth(1).textContent().replace('\u00a0', ' '));
        assertThat(shown.minus(lasted).abs()).isLessThanOrEqualTo(Duration.ofSeconds(1));
        assertThat(card).containsText(String.format("peak %.2f", run.peak()));
        assertThat(page.locator("#figures")).containsText("2\u202f593");
        assertThat(page.locator("#main")).containsText("2\u202f593 of 2\u202f593 expected samples");
        assertThat(page.locator("#chart canvas")).hasCount(2);
        Axe.check(page);
    }

    @Test
    @Order(10)
    void zooming_moves_the_figures_with_it() {
        page.locator(".excursion.side-above").click();
        assertThat(page.locator("#figures")).not().containsText("2\u202f593");
        page.locator("#chart").press("0");
        assertThat(page.locator("#figures")).containsText("2\u202f593");
        page.locator(".excursion.side-above").click();
        assertThat(page.locator("#figures")).not().containsText("2\u202f593");
        page.locator("#chart .u-over").first().dblclick();
        assertThat(page.locator("#figures")).containsText("2\u202f593");
        // figures of a stretch that come when all is shown again are of no account
        List<Route> held = new ArrayList<>();
        page.route("**/figures?*", held::add);
        page.locator(".excursion.side-above").click();
        page.waitForCondition(() -> !held.isEmpty());
        page.locator("#chart").press("0");
        assertThat(page.locator("#figures")).containsText("2\u202f593");
        page.waitForResponse("**/figures?*", () -> held.forEach(Route::resume));
        page.evaluate("new Promise((done) => { setTimeout(done, 300); })");
        assertThat(page.locator("#figures")).containsText("2\u202f593");
        page.unroute("**/figures?*");
        // a line that is hidden leaves the figures too, and comes back with them
        Locator humidity = page.locator("#legend button", new Page.LocatorOptions().setHasText("Humidity"));
        assertThat(page.locator("#figures thead th")).hasCount(2);
        humidity.click();
        assertThat(humidity).hasAttribute("aria-pressed", "false");
        assertThat(page.locator("#figures thead th")).hasCount(1);
        assertThat(page.locator("#figures")).containsText("2\u202f593");
        assertThat(page.locator("#chart canvas")).hasCount(1);
        humidity.click();
        assertThat(page.locator("#figures thead th")).hasCount(2);
        // on paper its excursions are told, and what it is of
        page.emulateMedia(new Page.EmulateMediaOptions().setMedia(Media.PRINT));
        assertThat(page.locator(".excursion.side-above")).isVisible();
        assertThat(page.locator(".excursion.side-above"))
                .containsText(
                        Pattern.compile("peak .* at .* · area .*mean .* · limit applies .* · alarm ", Pattern.DOTALL));
        assertThat(page.locator(".crumb.names")).isVisible();
        assertThat(page.locator("#legend [data-line]").first()).isVisible();
        // what happened keeps its times, and the hash of what was collected is whole
        assertThat(page.locator("#happened button.link").first()).isVisible();
        assertThat(page.locator(".short-hash").first()).hasAttribute("data-hash", Pattern.compile("[0-9a-f]{64}"));
        assertThat(page.locator(".short-hash").first()).hasCSS("font-size", "0px");
        page.emulateMedia(new Page.EmulateMediaOptions().setMedia(Media.SCREEN));
        page.locator("[data-span='86400000']").click();
        // a day of five minutes, its edges included
        assertThat(page.locator("#figures tr:has-text('samples') td").first()).hasText(Pattern.compile("28[89]"));
        page.locator("#chart").hover();
        assertThat(page.locator("#readout")).containsText("°C");
        page.locator("summary.chip:has-text('°C')").click();
        page.locator("a.chip:has-text('°F')").click();
        assertThat(page.locator("#figures")).containsText("Air °F");
        assertThat(page.locator(".excursion.side-above")).containsText("57.2");
    }

    @Test
    @Order(10)
    void the_loggers_own_times_are_a_view_and_judging_by_them_is_a_decision_with_a_reason() {
        MissionQueries missions = bed.bean(MissionQueries.class);
        page.navigate(bed.address + "/missions/" + mission + "?t=f");
        String corrected = page.locator(".excursion.side-above").getAttribute("data-to");
        page.getByText("Show the logger’s own times").click();
        assertThat(page.locator(".said")).containsText("use the corrected times");
        // the unit that was chosen stays, and so does the clock when another is
        assertThat(page.locator("#figures")).containsText("Air °F");
        page.locator("summary.chip:has-text('°F')").click();
        page.locator("a.chip:has-text('°C')").click();
        assertThat(page.locator(".said")).containsText("use the corrected times");
        String own = page.locator(".excursion.side-above").getAttribute("data-to");
        Instant told = missions.find(mission).orElseThrow().records().lastAt();
        assertThat(Long.parseLong(own) - Long.parseLong(corrected)).isNotZero().isBetween(-60_000L, 60_000L);
        page.locator(".excursion.side-above").click();
        assertThat(page.locator("#figures")).not().containsText("2\u202f593");
        assertThat(missions.find(mission).orElseThrow().records().clockCorrected())
                .isTrue();
        page.getByText("Show corrected times").click();
        assertThat(page.locator(".excursion.side-above")).hasAttribute("data-to", corrected);

        page.getByText("Switch off clock correction").click();
        page.fill("#clock-reason", "the reference was a phone without a network");
        page.getByText("Use the logger’s own times").click();
        assertThat(page.locator(".said")).containsText("checked against its limits again");
        assertThat(page.locator("#main")).containsText("the reference was a phone without a network");
        assertThat(page.locator(".excursion.side-above")).hasAttribute("data-to", own);
        assertThat(missions.find(mission).orElseThrow().records().lastAt()).isNotEqualTo(told);
        // and back, so that what follows finds it as it was; without a reason nothing is decided
        String refused = page.request()
                .post(
                        bed.address + "/missions/" + mission + "/clock-correction",
                        RequestOptions.create()
                                .setForm(FormData.create()
                                        .set("on", true)
                                        .set(
                                                "_csrf",
                                                page.locator("[name=_csrf]")
                                                        .first()
                                                        .inputValue())))
                .text();
        assertThat(refused).contains("Enter a reason: it changes the times");
        page.getByText("Switch on clock correction").click();
        page.fill("#clock-reason", "it had one after all");
        page.getByText("Use corrected times").click();
        assertThat(page.locator(".excursion.side-above")).hasAttribute("data-to", corrected);
    }

    @Test
    @Order(10)
    void a_window_that_makes_no_sense_is_empty_and_no_error() {
        for (String query :
                List.of("from=9&to=1&width=300", "from=0&to=9000000000000&width=1", "from=0&to=1&width=-4")) {
            int status = page.request()
                    .get(bed.address + "/missions/" + mission + "/window?" + query)
                    .status();
            assertThat(status).as(query).isEqualTo(200);
        }
    }

    @Test
    @Order(11)
    void the_values_are_there_from_first_to_last() {
        page.navigate(bed.address + "/missions/" + mission);
        assertThat(page.locator("#rows tbody tr").first().locator("td").first()).hasText("1");
        page.locator("#rows-scroll").press("End");
        assertThat(page.locator("#rows tbody tr").last().locator("td").first()).hasText("2\u202f593");
    }

    @Test
    @Order(12)
    void where_no_line_is_shown_there_is_nothing_to_reckon_and_that_is_said() throws Exception {
        assertThat(Visitor.signedIn(bed.address, "viewer")
                        .get("/missions/" + mission + "/figures?from=7&to=9&channels=99")
                        .body())
                .contains("No line is shown");
    }

    @Test
    @Order(12)
    void the_workbook_has_real_dates_and_the_same_samples() throws IOException {
        List<String> csv = csv();
        try (InputStream in = Files.newInputStream(download("XLSX").path());
                Workbook book = WorkbookFactory.create(in)) {
            Sheet samples = book.getSheet("Samples");
            assertThat(samples.getLastRowNum()).isEqualTo(2593);
            Cell first = samples.getRow(1).getCell(0);
            assertThat(DateUtil.isCellDateFormatted(first)).isTrue();
            assertThat(first.getCellStyle().getDataFormatString()).contains("ss");
            String[] cells = rows(csv).get(0).split(",");
            LocalDateTime time = OffsetDateTime.parse(cells[0]).toLocalDateTime();
            assertThat(Duration.between(first.getLocalDateTimeCellValue(), time).abs())
                    .isLessThan(Duration.ofMillis(501));
            assertThat(samples.getRow(1).getCell(2).getNumericCellValue()).isEqualTo(Double.parseDouble(cells[1]));
            assertThat(book.getSheet("Excursions").getLastRowNum()).isGreaterThanOrEqualTo(1);
        }
    }

    @Test
    @Order(13)
    void the_report_says_verdict_settings_and_hash() throws IOException {
        CsvHead head = new CsvHead(csv());
        page.navigate(bed.address + "/missions/" + mission);
        page.locator("button:has-text('Create report')").click();
        Download made =
                page.waitForDownload(() -> page.locator("a:has-text('PDF, ')").click());
        try (PDDocument pdf = Loader.loadPDF(Files.readAllBytes(made.path()))) {
            String text = new PDFTextStripper().getText(pdf).replace('\u00a0', ' ');
            assertThat(text)
                    .contains("Outside limits")
                    .contains("Vault 1, rear")
                    .contains(SERIAL);
            assertThat(text)
                    .contains("below 10 or above 14 °C for longer than 1 h")
                    .contains("5 min")
                    .contains("Collections")
                    .contains("accuracy ±0.3 °C")
                    .contains("firmware ")
                    // nobody asked for a mean kinetic temperature
                    .doesNotContain("ΔH")
                    .contains("as written to the logger and read back")
                    .contains("Mission " + mission)
                    .contains("page 2 of 3")
                    .contains(head.hash());
        }
    }

    @Test
    @Order(14)
    void the_other_pages_are_accessible_and_the_trail_holds() {
        for (String path : List.of(
                "/",
                "/plans",
                "/plans/new",
                "/dock",
                "/collections",
                "/missions",
                "/people",
                "/people/new",
                "/rounds/new",
                "/to-do",
                "/search?q=vault",
                "/nowhere")) {
            page.navigate(bed.address + path);
            assertThat(page.locator("h1")).isVisible();
            Axe.check(page);
        }
        page.navigate(bed.address + "/");
        assertThat(page.locator(".waylines")).containsText("Vault 1, rear");
        page.keyboard().press("/");
        page.keyboard().type(SERIAL);
        page.keyboard().press("Enter");
        assertThat(page).hasURL(Pattern.compile(".*/dock/" + SERIAL));
        assertThat(bed.bean(AuditTrail.class).firstBroken()).isZero();
    }

    private static Download download(String link) {
        page.navigate(bed.address + "/missions/" + mission);
        return page.waitForDownload(() -> page.getByRole(
                        AriaRole.LINK, new Page.GetByRoleOptions().setName(link).setExact(true))
                .click());
    }

    private static List<String> csv() throws IOException {
        return Files.readAllLines(download("CSV").path(), StandardCharsets.UTF_8);
    }

    private static List<String> rows(List<String> csv) {
        return csv.stream().filter(l -> l.matches("\\d{4}-.*")).toList();
    }

    /** Walks the exported rows: the longest stretch above 14 °C. */
    private static Run longestRunOfTheCsv() throws IOException {
        List<Run> runs = new ArrayList<>();
        Instant since = null;
        double peak = 0;
        for (String row : rows(csv())) {
            String[] cells = row.split(",");
            Instant t = OffsetDateTime.parse(cells[0]).toInstant();
            double v = Double.parseDouble(cells[1]);
            if (v > 14) {
                since = since == null ? t : since;
                peak = Math.max(peak, v);
            } else if (since != null) {
                runs.add(new Run(since, t, peak));
                since = null;
                peak = 0;
            }
        }
        return runs.stream()
                .max(java.util.Comparator.comparing(r -> Duration.between(r.start(), r.end())))
                .orElseThrow();
    }

    /** The capture's hash as the CSV's head tells it. */
    private record CsvHead(List<String> csv) {
        String hash() {
            Matcher m = Pattern.compile("# Fingerprint \\(SHA-256\\) of the capture: ([0-9a-f]{64})")
                    .matcher(String.join("\n", csv));
            assertThat(m.find()).isTrue();
            return m.group(1);
        }
    }
}
