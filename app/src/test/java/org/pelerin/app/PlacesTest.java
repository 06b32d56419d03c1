package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.deployment.placing.Placement;
import org.pelerin.app.deployment.placing.PlacementService;
import org.pelerin.app.deployment.prepare.write.WriteService;
import org.pelerin.app.missions.MissionDraft;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.places.PlaceService;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.springframework.jdbc.core.JdbcTemplate;

/** Sites, spots and who lies there, as a technician does it; placing on a phone. */
@Tag("bed")
@Timeout(120)
class PlacesTest {

    private static TestBed bed;
    private static BrowserContext context;
    private static Page page;

    @BeforeAll
    static void open() {
        bed = TestBed.get();
        context = bed.browser().newContext(new Browser.NewContextOptions().setViewportSize(390, 844));
        page = bed.signedIn(context);
    }

    @AfterEach
    void tidy() {
        bed.emptyDock();
    }

    @AfterAll
    static void close() throws InterruptedException {
        context.close();
        new Hands(bed).leave("PL-18532", "PL-18533");
    }

    private static long written(String serial, Long spot) {
        bed.carry(serial, "dock");
        Plan plan = new Plan(
                "alder-t1",
                "PLACED",
                Duration.ofMinutes(10),
                new StartCondition.OnButton(),
                new StopCondition.MemoryFull(),
                List.of(new ChannelSettings(true, "Air", new Alarm(14, Duration.ofHours(1), true), null)));
        return bed.bean(WriteService.class).write(new MissionDraft(serial, "Placed", 0, plan, spot, "tech"));
    }

    @Test
    void a_site_and_a_spot_are_made_and_what_is_wrong_is_said_at_its_field() {
        page.navigate(bed.address + "/places/new");
        page.fill("#name", "Harrow mill");
        page.fill("#zone", "Europe/Nowhere");
        page.fill("#latitude", "95");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator(".wrong-text")).hasCount(2);
        page.fill("#zone", "Europe/Paris");
        page.fill("#latitude", "45,5");
        page.fill("#longitude", "-12.25");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator("h1")).containsText("Harrow mill: no spot yet");
        page.getByText("New spot").click();
        page.fill("#name", "Silo");
        page.fill("[name='limits[0].low']", "8");
        page.fill("[name='limits[0].high']", "2");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator("#main")).containsText("must be above the lower one");
        page.fill("[name='limits[0].high']", "12");
        page.selectOption("[name='limits[0].unit']", "°C");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator("h1")).containsText("Silo: no logger");
        assertThat(page.locator("#main")).containsText("8.0 … 12.0 °C");
        // once more with the same name
        page.navigate(bed.address + "/places/new");
        page.fill("#name", "Harrow mill");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator(".wrong-text")).containsText("A site “Harrow mill” already exists");
    }

    @Test
    void placed_by_phone_with_the_conflicts_caught_and_moved_with_its_history() {
        long rear = bed.spot("Phone site", "rear");
        long door = bed.spot("Phone site", "door");
        long mission = written("PL-18532", door);
        written("PL-18533", rear);
        page.navigate(bed.address + "/place?spot=" + rear);
        assertThat(page.locator("h1")).containsText("Which logger is placed at Phone site / rear?");
        page.fill("[name=serial]", "pl-99999");
        page.keyboard().press("Enter");
        assertThat(page.locator(".wrong-text")).containsText("Logger PL-99999 was never connected here");
        // as it stands on the label, without what all labels begin with
        page.fill("[name=serial]", "18532");
        page.keyboard().press("Enter");
        assertThat(page.locator("h1")).containsText("PL-18532 is written for door");
        assertThat((Integer) page.evaluate("document.documentElement.scrollWidth"))
                .isLessThanOrEqualTo(390);
        page.getByText("start confirmed").click();
        page.fill("#remarks", "second hook");
        page.fill("#acclimatise", "20");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator("h1")).containsText("PL-18532 since");
        assertThat(page.locator("#main")).containsText("20 min of acclimatisation · second hook · start confirmed");
        // what runs is among the spot's missions, and tells how its logger was placed
        page.locator("a", new Page.LocatorOptions().setHasText("mission " + mission))
                .click();
        assertThat(page.locator("#main")).containsText("20 min of acclimatisation.");
        // the mission goes where its logger went, and is known to run
        assertThat(bed.bean(MissionQueries.class).find(mission).orElseThrow().where())
                .isEqualTo("rear");
        assertThat(bed.bean(MissionQueries.class)
                        .find(mission)
                        .orElseThrow()
                        .course()
                        .startsAt())
                .isNotNull();
        // another one at the same spot: somebody has to say what becomes of the first
        page.navigate(bed.address + "/place?serial=PL-18533");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator(".refused")).containsText("PL-18532 is already there. State whether");
        page.getByText("I take it away").click();
        page.keyboard().press("Control+Enter");
        assertThat(page.locator("h1")).containsText("PL-18533 since");
        // and the second is moved
        page.navigate(bed.address + "/place?serial=PL-18533&spot=" + door);
        page.keyboard().press("Control+Enter");
        assertThat(page.locator(".refused")).containsText("State that it was moved");
        page.getByText("it was moved from there").click();
        // noted a little later, for the minute in which it was placed before: the form knows no seconds
        new Hands(bed).pass(Duration.ofMinutes(5));
        Instant before = bed.bean(PlacementService.class)
                .presentOf("PL-18533")
                .orElseThrow()
                .placedAt();
        page.fill(
                "#at",
                before.atZone(ZoneId.of("Europe/Paris"))
                        .truncatedTo(ChronoUnit.MINUTES)
                        .toLocalDateTime()
                        .toString());
        page.keyboard().press("Control+Enter");
        assertThat(page.locator("h1")).containsText("door: PL-18533 since");
        PlacementService placements = bed.bean(PlacementService.class);
        assertThat(placements.presentOf("PL-18532")).isEmpty();
        assertThat(placements.ofLogger("PL-18533", 9))
                .extracting(Placement::spot)
                .containsExactly("door", "rear");
        assertThat(placements.ofSpot(rear, 9)).noneMatch(Placement::present);
    }

    @Test
    void places_go_out_and_come_in_and_one_wrong_line_keeps_all_of_them_out() throws IOException {
        bed.spot("Export site", "north, \"cold\"");
        page.navigate(bed.address + "/places");
        Download csv = page.waitForDownload(() -> page.getByText("CSV").click());
        String text = Files.readString(csv.path());
        assertThat(text).contains("Export site,Europe/Paris,,,,,\"north, \"\"cold\"\"\"");
        upload("site,zone\nImport site,Moon/Base\nOther,Europe/Paris\n");
        assertThat(page.locator("#main")).containsText("Nothing was imported");
        assertThat(page.locator("#main")).containsText("Line 2: “Moon/Base” is not a time zone");
        assertThat(bed.bean(PlaceService.class).sites()).noneMatch(s -> s.name().equals("Other"));
        upload("site,spot,limits\nImport site,a,°C 2 … 8\nImport site,b,\nExport site,\"north, \"\"cold\"\"\",\n");
        assertThat(page.locator("#main")).containsText("1 new site, 2 new spots, 2 updated");
        // a line that is there twice is one; two that differ are no instruction
        upload("site,spot,limits\n" + "Twice site,a,°C 2 … 8\n".repeat(3000));
        assertThat(page.locator("#main")).containsText("1 new site, 1 new spot, 0 updated");
        upload("site,spot,limits\nTwice site,a,°C 2 … 8\nTwice site,a,°C 3 … 9\n");
        assertThat(page.locator("#main")).containsText("Twice site / a stands twice in the file");
    }

    private static void upload(String text) {
        page.setInputFiles(
                "input[name=file]", new FilePayload("places.csv", "text/csv", text.getBytes(StandardCharsets.UTF_8)));
        page.getByText("Import", new Page.GetByTextOptions().setExact(true)).click();
    }

    @Test
    void a_spot_is_put_on_the_picture_of_its_site() throws IOException {
        long spot = bed.spot("Drawn site", "corner");
        long site = bed.bean(PlaceService.class).spot(spot).orElseThrow().siteId();
        page.navigate(bed.address + "/places/" + site);
        page.setInputFiles(
                "input[name=file]",
                new FilePayload("plan.png", "image/png", "no picture".getBytes(StandardCharsets.UTF_8)));
        page.getByText("Save picture").click();
        assertThat(page.locator(".refused")).containsText("Only PNG and JPEG");
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(300, 200, BufferedImage.TYPE_INT_RGB), "png", png);
        page.setInputFiles("input[name=file]", new FilePayload("plan.png", "image/png", png.toByteArray()));
        page.getByText("Save picture").click();
        page.selectOption("#draw-spot", String.valueOf(spot));
        var box = page.locator(".site-picture svg").boundingBox();
        page.locator(".site-picture svg")
                .click(new com.microsoft.playwright.Locator.ClickOptions()
                        .setPosition(box.width * 0.25, box.height * 0.75));
        assertThat(page.locator(".pin")).containsText("corner");
        var drawn = bed.bean(PlaceService.class).spot(spot).orElseThrow();
        assertThat(drawn.x()).isCloseTo(0.25, org.assertj.core.api.Assertions.within(0.01));
        assertThat(drawn.y()).isCloseTo(0.75, org.assertj.core.api.Assertions.within(0.01));
    }

    @Test
    void how_deep_a_logger_hangs_is_reckoned_and_held_against_what_it_is_made_for() {
        bed.carry("PL-31012", "dock");
        long spot = bed.spot("Well site", "bore 2");
        page.navigate(bed.address + "/spots/" + spot + "/edit");
        // 6.2 m to the water, a slug of 1.5 m, 0.8 m of margin: 8.5 m of cable, 2.3 m under water
        page.fill("#staticLevel", "6,2");
        page.fill("#keptClear", "1.5");
        page.fill("#margin", "0.8");
        page.fill("#cable", "8");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator(".wrong-text")).containsText("at least 8.5 m");
        page.fill("#cable", "");
        page.fill("#depth", "3");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator(".wrong-text")).containsText("it hangs 2.3 m deep");
        page.fill("#depth", "");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator("#main"))
                .containsText("2.30 m under water · cable 8.50 m · static water level at 6.20 m");
        page.navigate(bed.address + "/place?serial=PL-31012&spot=" + spot);
        assertThat(page.locator("#main")).containsText("so 2.30 m under water; rated depth 9 m");
        // the water has risen by more than the logger can bear
        page.fill("#water", "-0.6");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator(".refused"))
                .containsText("would hang 9.1 m under water; rated depth of Willow P, 9 m: 9 m");
        page.fill("#cable", "5");
        page.fill("#water", "5.5");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator(".refused")).containsText("hangs 0.5 m above the water");
        page.fill("#cable", "8.5");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator("h1")).containsText("PL-31012 since");
        assertThat(page.locator("#main")).containsText("water at 5.50 m · cable 8.50 m");
        page.getByText("PL-31012 was taken away").click();
    }

    @Test
    void missions_are_narrowed_by_what_is_asked_and_search_finds_places_and_people() throws InterruptedException {
        long cellar = bed.spot("Narrow 100% site", "cellar");
        long attic = bed.spot("Narrow 100% site", "attic");
        Hands hands = new Hands(bed);
        hands.leave("PL-18532", "PL-18533");
        long first = written("PL-18532", cellar);
        long second = written("PL-18533", attic);
        page.navigate(bed.address + "/missions?q=100%25+site");
        assertThat(page.locator(".missions tbody tr")).hasCount(2);
        page.locator("[name=spot]").selectOption(String.valueOf(attic));
        assertThat(page.locator(".missions tbody tr")).hasCount(1);
        assertThat(page.locator(".missions tbody tr")).containsText("PL-18533");
        assertThat(page.locator(".filter [name=q]")).hasValue("100% site");
        page.locator("[name=stands]").selectOption("OUTSIDE");
        assertThat(page.locator("h1")).containsText("No missions for this filter.");
        page.getByText("show all missions").click();
        assertThat(page.locator(".missions tbody tr").first()).isVisible();
        // a sign of the database's own is a letter like others
        page.navigate(bed.address + "/missions?q=10__+site");
        assertThat(page.locator("h1")).containsText("No missions for this filter.");
        page.navigate(bed.address + "/missions?q=Narrow&stands=WAITS&model=alder-t1");
        assertThat(page.locator(".missions tbody tr")).hasCount(2);
        page.navigate(bed.address + "/missions?q=Narrow&until=2001-01-01");
        assertThat(page.locator("h1")).containsText("No missions for this filter.");
        // how it stands is seen on a phone too
        page.navigate(bed.address + "/missions?q=Narrow");
        assertThat(page.locator(".missions tbody tr").first().locator("td").nth(6))
                .isInViewport();
        page.navigate(bed.address + "/search?q=narrow+100");
        assertThat(page.locator("a.chip[href='/spots/" + cellar + "']")).isVisible();
        assertThat(page.locator("a[href='/missions/" + first + "']")).isVisible();
        assertThat(page.locator("a[href='/missions/" + second + "']")).isVisible();
        page.navigate(bed.address + "/search?q=tech");
        assertThat(page.locator("a.chip[href='/people']").first()).isVisible();
        page.navigate(bed.address + "/dock/18533");
        assertThat(page).hasURL(Pattern.compile(".*/dock/PL-18533$"));
        hands.leave("PL-18532", "PL-18533");
    }

    @Test
    void with_more_spots_than_a_list_holds_one_is_found_by_letters_of_its_name() {
        JdbcTemplate sql = bed.bean(JdbcTemplate.class);
        sql.update("INSERT INTO site (name, zone) VALUES ('Great Cave', 'Europe/Paris')");
        long site = sql.queryForObject("SELECT id FROM site WHERE name = 'Great Cave'", Long.class);
        try {
            sql.batchUpdate(
                    "INSERT INTO spot (site_id, name) VALUES (?, ?)",
                    IntStream.rangeClosed(1, 301)
                            .mapToObj(i -> new Object[] {site, "Shelf " + i + " left"})
                            .toList());
            long wanted = sql.queryForObject("SELECT id FROM spot WHERE name = 'Shelf 217 left'", Long.class);
            page.navigate(bed.address + "/place?serial=PL-18532");
            page.fill("#spot", "cave 217");
            assertThat(page.locator("#spot-found option")).hasCount(1);
            assertThat((Boolean) page.evaluate("document.getElementById('spot').checkValidity()"))
                    .isFalse();
            page.fill("#spot", "great cave / shelf 217 left");
            page.waitForURL("**/place?**spot=" + wanted + "**");
            assertThat(page.locator("#spot")).hasValue("Great Cave / Shelf 217 left");
            assertThat(page.locator("input[type=hidden][name=spot]")).hasValue("" + wanted);

            page.navigate(bed.address + "/places/" + site);
            assertThat(page.locator("h1")).containsText("301");
            page.navigate(bed.address + "/places");
            assertThat(page.locator("tr", new Page.LocatorOptions().setHasText("Great Cave")))
                    .containsText("301");
        } finally {
            sql.update("DELETE FROM spot WHERE site_id = ?", site);
            sql.update("DELETE FROM site WHERE id = ?", site);
        }
    }
}
