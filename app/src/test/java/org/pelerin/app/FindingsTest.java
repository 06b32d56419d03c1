package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.findings.Entry;
import org.pelerin.app.findings.Finding;
import org.pelerin.app.findings.FindingState;
import org.pelerin.app.findings.Findings;
import org.pelerin.app.findings.Part;
import org.pelerin.app.findings.signing.Signing;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.missions.SignedAs;
import org.pelerin.app.platform.web.TooLateException;
import org.pelerin.app.record.JudgedRecords;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.core.record.Exclusion;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.springframework.jdbc.core.JdbcTemplate;

/** Findings in the browser: put together, explained, closed, opened again; and what a new judgement makes of them. */
@Tag("bed")
@Timeout(120)
class FindingsTest extends PageTest {

    private static final Instant START = Instant.parse("2026-03-10T00:00:00Z");

    private static TestBed bed;
    private static final List<OwnMission> MISSIONS = new ArrayList<>();
    private static Findings findings;

    /** Three loggers at one site, each out for five hours, one hour after the other. The limit is 30 °C. */
    @BeforeAll
    static void record() {
        bed = TestBed.get();
        findings = bed.bean(Findings.class);
        for (int i = 0; i < 3; i++) {
            OwnMission m = new OwnMission(bed, "QL-FND" + i, START);
            MISSIONS.add(m);
            bed.bean(JdbcTemplate.class)
                    .update(
                            "UPDATE mission SET spot_id = ?, collected_at = ?, state = 'COLLECTED', expected = 144, received = 144 WHERE id = ?",
                            bed.spot("Findings site", "Room " + i),
                            START.plus(Duration.ofDays(2)).toEpochMilli(),
                            m.id);
            write(m, 36 + 6 * i, 66 + 6 * i);
            bed.bean(Evaluation.class).again(m.id);
        }
    }

    /** A day, a row each ten minutes, out from one row to before another. */
    private static void write(OwnMission m, int from, int to) {
        double[] air = new double[144];
        for (int i = 0; i < air.length; i++) {
            air[i] = i >= from && i < to ? 35 : 20;
        }
        TimeAxis axis = TimeAxis.of(START, Duration.ofMinutes(10), 144);
        bed.bean(SeriesWriter.class).replace(m.id, List.of(Series.of(Channel.of("Air", "°C"), axis, air, null)));
    }

    @AfterAll
    static void away() {
        MISSIONS.forEach(OwnMission::close);
        MISSIONS.clear();
    }

    private static Finding of(OwnMission m) {
        return findings.about(m.id).get(0);
    }

    private Locator site() {
        return page.locator(".ask", new com.microsoft.playwright.Page.LocatorOptions().setHasText("Findings site"));
    }

    @Test
    void three_that_happened_together_become_one_are_closed_and_opened_again() {
        assertThat(MISSIONS).allSatisfy(m -> assertThat(findings.about(m.id)).hasSize(1));
        page.navigate(bed.address + "/findings/causes");
        page.fill("[name=name]", "Compressor failed");
        page.locator("button:has-text('Add')").click();
        assertThat(page.locator(".said")).containsText("is added");
        Axe.check(page);
        page.navigate(bed.address + "/findings");
        assertThat(site()).containsText("3 findings at Findings site happened together");
        Axe.check(page);
        site().locator("button").click();
        assertThat(page.locator(".said")).containsText("3 are now one finding");
        // from six in the morning to one in the afternoon, by the clock of the world
        assertThat(page.locator("h1")).containsText("Air above 30 °C, up to 35.0 °C, and 2 more for 7 h: new.");
        Axe.check(page);
        page.keyboard().press("a");
        assertThat(page.locator("h1")).containsText("acknowledged");
        page.locator("button:has-text('Close finding')").click();
        assertThat(page.locator(".refused")).containsText("Enter the cause before closing");
        page.selectOption(
                "#said-cause", new com.microsoft.playwright.options.SelectOption().setLabel("Compressor failed"));
        page.fill("#action", "Compressor changed");
        page.locator("button:has-text('Close finding')").click();
        // what was typed is kept, although it could not be closed
        assertThat(page.locator(".refused")).containsText("Enter the product disposition");
        assertThat(page.locator("#action")).hasValue("Compressor changed");
        page.locator("button:text-is('Save')").click();
        assertThat(page.locator(".said")).containsText("Saved.");
        // what is asked for next is what has not been said, and the list is not narrowed to the cause that was
        assertThat(page.locator(".next-step")).containsText("somebody enters the product disposition and closes it");
        org.assertj.core.api.Assertions.assertThat(page.url()).doesNotContain("cause=");
        page.fill("#disposition", "Wheels of that night were sold as cooking cheese");
        page.fill("#text", "Looked at by two of us");
        page.locator("button:has-text('Add')").click();
        assertThat(page.locator(".story")).containsText("Looked at by two of us");
        page.setInputFiles(
                "input[type=file]",
                new FilePayload(
                        "invoice.pdf", "application/pdf", "%PDF-1.4 made up".getBytes(StandardCharsets.US_ASCII)));
        assertThat(page.locator("main")).containsText("invoice.pdf");
        page.fill("#disposition", "Wheels of that night were sold as cooking cheese");
        page.locator("button:has-text('Close finding')").click();
        assertThat(page.locator(".said")).containsText("is closed");
        Finding f = of(MISSIONS.get(0));
        assertThat(f.state()).isEqualTo(FindingState.CLOSED);
        assertThat(f.extent().missions()).isEqualTo(3);
        assertThat(f.work().cause()).isEqualTo("Compressor failed");
        // a judgement anew: longer by an hour
        write(MISSIONS.get(1), 42, 78);
        bed.bean(Evaluation.class).again(MISSIONS.get(1).id);
        page.navigate(bed.address + "/findings?which=CHANGED");
        page.locator("#findings .finding-link").first().click();
        assertThat(page.locator(".said")).containsText("verdict changed after this finding was closed");
        Axe.check(page);
        assertThat(page.locator(".story")).containsText("“Air” above grew from 5 h to 6 h");
        assertThat(page.locator(".story")).containsText("Looked at by two of us");
        page.locator("summary:has-text('Reopen')").click();
        page.fill("#reopen-reason", "It was longer");
        page.locator("button:has-text('Reopen')").click();
        assertThat(page.locator("h1")).containsText("acknowledged");
        // one of them is something else after all
        page.locator("button:text-is('Separate')").last().click();
        assertThat(page.locator(".said")).containsText("It is now finding");
        assertThat(of(MISSIONS.get(2)).extent().missions()).isEqualTo(1);
        assertThat(of(MISSIONS.get(0)).extent().missions()).isEqualTo(2);
    }

    @Test
    void a_judgement_anew_keeps_what_was_written_and_takes_back_what_nobody_touched() {
        try (OwnMission m = new OwnMission(bed, "QL-FNDX", START)) {
            Evaluation evaluation = bed.bean(Evaluation.class);
            write(m, 10, 40);
            evaluation.again(m.id);
            Finding first = of(m);
            write(m, 0, 0);
            evaluation.again(m.id);
            // its alarms are latched: it waits for somebody
            assertThat(of(m).state()).isEqualTo(first.latched() ? FindingState.OPEN : FindingState.WITHDRAWN);
            findings.comment(first.id(), "The probe lay in the sun", "review");
            write(m, 12, 40);
            evaluation.again(m.id);
            assertThat(of(m).id()).isEqualTo(first.id());
            assertThat(of(m).state()).isEqualTo(FindingState.OPEN);
            assertThat(findings.entries(first.id()))
                    .extracting(Entry::text)
                    .containsExactly(
                            "“Air” above no longer found", "The probe lay in the sun", "“Air” above found again");
            Part part = findings.parts(first.id()).get(0);
            assertThat(part.start()).isEqualTo(START.plus(Duration.ofMinutes(120)));
            assertThat(part.firstStart()).isEqualTo(START.plus(Duration.ofMinutes(100)));
        }
    }

    @Test
    void what_waits_cannot_be_passed_over_and_two_who_do_the_same_are_told_so() {
        try (OwnMission m = new OwnMission(bed, "QL-FNDY", START)) {
            bed.bean(JdbcTemplate.class)
                    .update(
                            "UPDATE mission SET collected_at = ?, state = 'COLLECTED' WHERE id = ?",
                            START.plus(Duration.ofDays(2)).toEpochMilli(),
                            m.id);
            write(m, 10, 40);
            bed.bean(Evaluation.class).again(m.id);
            Signing signing = bed.bean(Signing.class);
            assertThatThrownBy(() -> signing.sign(m.id, SignedAs.REVIEWED, "", "tech"))
                    .hasMessageContaining("1 finding is open");
            long id = of(m).id();
            assertThat(findings.acknowledge(List.of(id), "review")).isEqualTo(1);
            assertThat(findings.acknowledge(List.of(id), "tech")).isZero();
            // it is among what needs somebody, and in the fleet's sentence
            page.navigate(bed.address + "/to-do");
            assertThat(page.locator("tr:has-text('QL-FNDY')").last()).containsText("1 finding");
            page.navigate(bed.address + "/");
            assertThat(page.locator("main")).containsText(java.util.regex.Pattern.compile("\\d+.open findings?"));
            assertThatThrownBy(() -> findings.reopen(id, "why not", "tech")).isInstanceOf(TooLateException.class);
            assertThatThrownBy(() -> findings.merge(List.of(id), "tech"))
                    .hasMessageContaining("Select two or more findings");
        }
    }

    @Test
    void many_are_gone_through_by_keys() {
        page.navigate(bed.address + "/findings?which=ALL");
        page.keyboard().press("j");
        assertThat(page.locator("#findings .finding-link").first()).isFocused();
        page.keyboard().press("x");
        assertThat(page.locator("#findings [name=ids]").first()).isChecked();
        page.keyboard().press("j");
        assertThat(page.locator("#findings .finding-link").nth(1)).isFocused();
        page.keyboard().press("Enter");
        assertThat(page.locator(".crumb")).containsText("2 of");
        page.waitForTimeout(400);
        page.keyboard().press("k");
        assertThat(page.locator(".crumb")).containsText("1 of");
    }

    @Test
    void what_a_new_judgement_changes_says_who_changed_what_before_it_and_why() {
        OwnMission m = MISSIONS.get(2);
        Finding before = of(m);
        JudgedRecords judged = bed.bean(JudgedRecords.class);
        long excluded = judged.exclude(
                m.mission(),
                Exclusion.Kind.NOT_PART,
                START.plus(Duration.ofMinutes(10 * 48)),
                START.plus(Duration.ofMinutes(10 * 54)),
                "Defrosted by hand",
                "review");
        bed.bean(Evaluation.class).again(m.id);
        try {
            assertThat(findings.entries(before.id()))
                    .extracting(Entry::text)
                    .last()
                    .asString()
                    .contains("“Air” above ")
                    .endsWith("; before it, review excluded a period: Defrosted by hand");
        } finally {
            judged.include(m.mission(), excluded, "review");
            bed.bean(Evaluation.class).again(m.id);
        }
        assertThat(findings.entries(before.id()))
                .extracting(Entry::text)
                .last()
                .asString()
                .endsWith("; before it, review removed an exclusion");
    }
}
