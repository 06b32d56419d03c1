package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.house.House;
import org.pelerin.app.house.HouseService;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.limits.LimitSets;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.plans.PlanService;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.core.exchange.LimitsDocument;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.springframework.jdbc.core.JdbcTemplate;

/** Two people with one form open: the second is told who saved what, sees both, and saves over it only when they save once more. */
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
            both("admin", "admin", new Form("/admin/house", null, "#name", "form .main-act"));
        } finally {
            houses.change(
                    new House(
                            before.name(),
                            before.address(),
                            before.paper(),
                            before.fourEyes(),
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
}
