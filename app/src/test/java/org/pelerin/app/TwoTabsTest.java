package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.fleet.rounds.RoundService;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.limits.LimitSets;
import org.pelerin.app.loggers.calibration.CalibrationService;
import org.pelerin.app.loggers.library.SensorLibrary;
import org.pelerin.app.organisation.House;
import org.pelerin.app.organisation.HouseService;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.organisation.account.Role;
import org.pelerin.app.organisation.contact.AddressBook;
import org.pelerin.app.organisation.contact.Contact;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.plans.PlanService;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.core.exchange.LimitsDocument;
import org.pelerin.core.model.Input;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.sensor.Scaling;
import org.pelerin.core.sensor.Sensor;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.springframework.jdbc.core.JdbcTemplate;

/** Two people with one form open: the second is told who saved what, sees both, and saves over it only when they save once more. */
@Tag("bed")
@Timeout(180)
class TwoTabsTest {

    private final TestBed bed = TestBed.get();

    /**
     * @param form path of the page, and how the form on it is found
     * @param field one of its texts
     * @param save its button
     */
    private record Form(String path, String open, String field, String save) {}

    private void both(String first, String second, Form form) {
        try (BrowserContext one = bed.browser().newContext();
                BrowserContext other = bed.browser().newContext()) {
            Page before = open(one, first, form);
            Page after = open(other, second, form);
            before.fill(form.field, "what the first one typed");
            before.locator(form.save).click();
            assertThat(before.locator("div.said").first()).isVisible();

            after.fill(form.field, "what the second one typed");
            after.locator(form.save).click();
            assertThat(after.locator(".meanwhile")).containsText(first + " saved this");
            assertThat(after.locator(".meanwhile tr td:nth-child(2)").first()).hasText("what the first one typed");
            assertThat(after.locator(".meanwhile tr td:nth-child(3)").first()).hasText("what the second one typed");
            assertThat(after.locator(form.field)).hasValue("what the second one typed");
            Axe.check(after);

            after.locator(form.save).click();
            assertThat(after.locator("div.said").first()).isVisible();
            Page again = open(other, null, form);
            assertThat(again.locator(form.field)).hasValue("what the second one typed");
        }
    }

    /** @param as who signs in; null where somebody has */
    private Page open(BrowserContext context, String as, Form form) {
        context.setDefaultTimeout(20_000);
        Page page = as == null ? context.newPage() : TestBed.signedIn(context, bed.address, as);
        page.navigate(bed.address + form.path);
        if (form.open != null) {
            page.locator(form.open).click();
        }
        assertThat(page.locator(form.field)).isVisible();
        return page;
    }

    @Test
    void a_site() {
        bed.spot("Two tabs", "Room");
        long site = bed.bean(PlaceService.class).sites().stream()
                .filter(s -> s.name().equals("Two tabs"))
                .findFirst()
                .orElseThrow()
                .id();
        both("tech", "admin", new Form("/places/" + site + "/edit", null, "#notes", "#plan-form .main-act"));
    }

    @Test
    void a_spot() {
        long spot = bed.spot("Two tabs", "Vault");
        both("tech", "admin", new Form("/spots/" + spot + "/edit", null, "#notes", "#plan-form .main-act"));
    }

    @Test
    void a_set_of_limits() {
        long set = bed.bean(LimitSets.class)
                .create(
                        "Two tabs",
                        LimitsDocument.read("{\"name\":\"Two tabs\",\"rules\":[{\"id\":\"warm\",\"channel\":\"Air\","
                                + "\"bound\":{\"above\":14}}]}"),
                        "tech")
                .id();
        both(
                "tech",
                "admin",
                new Form("/limits/" + set + "/edit", null, "#limits-form [name=name]", "#limits-form .main-act"));
        bed.bean(LimitSets.class).archive(set, true, "tech");
    }

    @Test
    void a_plan() {
        PlanService plans = bed.bean(PlanService.class);
        long plan = plans.create("Two tabs", Hands.alder(new StartCondition.Now()), "tech")
                .id();
        both("tech", "admin", new Form("/plans/" + plan + "/edit", null, "#name", "#plan-form .main-act"));
        plans.archive(plan, true, "tech");
    }

    @Test
    void the_organisation() {
        HouseService houses = bed.bean(HouseService.class);
        House before = houses.house();
        try {
            both("admin", "admin", new Form("/admin/organisation", null, "#name", "form .main-act"));
        } finally {
            houses.change(
                    new House(
                            before.name(),
                            before.address(),
                            before.paper(),
                            before.fourEyes(),
                            before.factorFor(),
                            before.attention(),
                            houses.house().version()),
                    "system");
        }
    }

    @Test
    void the_documentation_of_a_mission_and_a_finding() {
        Instant start = Instant.parse("2026-04-10T00:00:00Z");
        try (OwnMission m = new OwnMission(bed, "QL-TWO1", start)) {
            bed.bean(JdbcTemplate.class)
                    .update(
                            "UPDATE mission SET spot_id = ?, collected_at = ?, state = 'COLLECTED', expected = 24, received = 24 WHERE id = ?",
                            bed.spot("Two tabs", "Cellar"),
                            start.plus(Duration.ofDays(2)).toEpochMilli(),
                            m.id);
            double[] air = new double[24];
            Arrays.fill(air, 5, 17, 60);
            bed.bean(SeriesWriter.class)
                    .replace(
                            m.id,
                            List.of(Series.of(
                                    Channel.of("Air", "°C"),
                                    TimeAxis.of(start, Duration.ofMinutes(10), 24),
                                    air,
                                    null)));
            bed.bean(Evaluation.class).again(m.id);
            both(
                    "admin",
                    "admin",
                    new Form(
                            "/missions/" + m.id,
                            ".documentation summary",
                            "#doc-remarks",
                            ".documentation form.fields button.btn-primary"));
            long finding = bed.bean(org.pelerin.app.findings.Findings.class)
                    .about(m.id)
                    .get(0)
                    .id();
            both(
                    "admin",
                    "admin",
                    new Form("/findings/" + finding, null, "#action", ".consequences .acts .btn-outline-primary"));
        }
    }

    @Test
    void somebody_in_the_address_book() {
        long id = bed.bean(AddressBook.class)
                .save(new Contact(0, "Two tabs", "", "", "", null, null, "key holder"), "system");
        both("tech", "admin", new Form("/people/" + id, null, "#notes", "#plan-form .main-act"));
    }

    @Test
    void a_round() {
        long spot = bed.spot("Two tabs", "Round");
        long round = bed.bean(RoundService.class)
                .planAll(
                        new RoundService.Heading("Two tabs", LocalDate.parse("2026-05-01"), "tech", ""),
                        Set.of("Two tabs"),
                        "tech");
        assertThat(spot).isPositive();
        both("tech", "admin", new Form("/rounds/" + round, null, "#remarks", "#plan-form .btn-outline-primary"));
    }

    @Test
    void what_a_logger_is_called() {
        bed.emptyDock();
        bed.carry("PL-18033", "dock");
        try {
            both(
                    "tech",
                    "admin",
                    new Form(
                            "/dock/PL-18033",
                            "#care > summary",
                            "#care [name=remarks]",
                            "#care form:has([name=ownName]) .btn"));
        } finally {
            bed.emptyDock();
        }
    }

    @Test
    void an_account() {
        AccountService accounts = bed.bean(AccountService.class);
        accounts.create("twotabs", "Two tabs", "pelerin", Role.VIEWER, "system");
        both("admin", "admin", new Form("/admin/accounts/twotabs", null, "[name=displayName]", ".main-act"));
    }

    @Test
    void a_sensor() {
        SensorLibrary sensors = bed.bean(SensorLibrary.class);
        sensors.save(
                new Sensor(
                        "Two tabs", Input.CURRENT, new Scaling.TwoPoint(4, 0, 20, 100), "%", 0, 100, 1, 0, 0, 0, null),
                "tech");
        try (BrowserContext one = bed.browser().newContext();
                BrowserContext other = bed.browser().newContext()) {
            Form form = new Form("/library/sensors/edit?from=Two tabs", null, "[name=unit]", "#plan-form .main-act");
            Page before = open(one, "tech", form);
            Page after = open(other, "admin", form);
            before.fill(form.field, "bar");
            before.locator(form.save).click();
            assertThat(before.locator("div.said").first()).isVisible();
            after.fill(form.field, "mbar");
            after.locator(form.save).click();
            assertThat(after.locator(".meanwhile")).containsText("tech saved this");
            assertThat(after.locator(".meanwhile tr:has(th:text-is('Unit')) td").first())
                    .hasText("bar");
            after.locator(form.save).click();
            assertThat(after.locator("div.said").first()).isVisible();
            // under another name it is saved over nothing that was seen
            Page third = open(one, null, form);
            third.fill("#name", "Three tabs");
            third.locator(form.save).click();
            assertThat(third.locator("div.said").first()).isVisible();
            Page fourth = open(one, null, form);
            fourth.fill("#name", "Three tabs");
            fourth.locator(form.save).click();
            assertThat(fourth.locator(".meanwhile")).containsText("saved this");
        }
        assertThat(sensors.find("Two tabs").orElseThrow().unit()).isEqualTo("mbar");
        sensors.delete("Three tabs", "tech");
        sensors.delete("Two tabs", "tech");
    }

    @Test
    void a_certificate() {
        bed.emptyDock();
        bed.carry("PL-18033", "dock");
        try {
            try (BrowserContext one = bed.browser().newContext();
                    BrowserContext other = bed.browser().newContext()) {
                Form form = new Form("/loggers/PL-18033/calibration", null, "#certificate", "#plan-form .main-act");
                Page before = open(one, "tech", form);
                Page after = open(other, "admin", form);
                certify(before, "C-1", form);
                assertThat(before.locator("div.said").first()).isVisible();
                certify(after, "C-2", form);
                assertThat(after.locator(".meanwhile")).containsText("tech saved this");
                assertThat(after.locator(".meanwhile tr td:nth-child(2)").first())
                        .hasText("C-1");
                after.locator(form.save).click();
                assertThat(after.locator("div.said").first()).isVisible();
            }
            assertThat(bed.bean(CalibrationService.class)
                            .newest("PL-18033")
                            .get(0)
                            .certificate())
                    .isEqualTo("C-2");
        } finally {
            bed.emptyDock();
        }
    }

    private static void certify(Page page, String number, Form form) {
        page.fill(form.field, number);
        page.fill("#calibrated", "2026-01-02");
        page.locator(form.save).click();
    }
}
