package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.findings.Finding;
import org.pelerin.app.findings.FindingFiles;
import org.pelerin.app.findings.Findings;
import org.pelerin.app.findings.signing.Signing;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.limits.LimitSet;
import org.pelerin.app.judge.limits.LimitSets;
import org.pelerin.app.judge.limits.LimitsInForce;
import org.pelerin.app.judge.shift.WorkingShifts;
import org.pelerin.app.missions.MissionVersion;
import org.pelerin.app.missions.SignedAs;
import org.pelerin.app.missions.SignedException;
import org.pelerin.app.missions.documentation.DocumentationService;
import org.pelerin.app.missions.documentation.MissionNote;
import org.pelerin.app.organisation.AttentionRules;
import org.pelerin.app.organisation.House;
import org.pelerin.app.organisation.HouseService;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.organisation.account.Role;
import org.pelerin.app.record.DerivedSeries;
import org.pelerin.app.record.JudgedRecords;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.record.Exclusion;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.core.sound.WorkingShift;
import org.pelerin.core.stats.NoiseDose;
import org.springframework.jdbc.core.JdbcTemplate;

/** Signatures: who may give them, what they freeze, how it is opened again, and what comes to light of changes past them. */
@Tag("bed")
@Timeout(120)
class SigningTest extends PageTest {

    private static final Instant START = Instant.parse("2026-03-02T23:00:00Z");

    private static TestBed bed;
    private static Signing signing;
    private OwnMission m;

    @BeforeAll
    static void people() {
        bed = TestBed.get();
        signing = bed.bean(Signing.class);
        AccountService accounts = bed.bean(AccountService.class);
        if (accounts.people().stream().noneMatch(p -> p.name().equals("second"))) {
            accounts.create("second", "Second Reviewer", "pelerin", Role.REVIEWER, "system");
            accounts.create("first", "First Reviewer", "pelerin", Role.REVIEWER, "system");
        }
    }

    /** A day, a row each ten minutes, out of its limits for five hours. */
    @BeforeEach
    void mission() {
        m = new OwnMission(bed, "QL-SIGN", START);
        bed.bean(JdbcTemplate.class)
                .update(
                        "UPDATE mission SET collected_at = ?, collected_by = 'tech', state = 'COLLECTED' WHERE id = ?",
                        START.plus(Duration.ofDays(2)).toEpochMilli(),
                        m.id);
        double[] air = new double[144];
        for (int i = 0; i < air.length; i++) {
            air[i] = i >= 40 && i < 70 ? 35 : 20;
        }
        TimeAxis axis = TimeAxis.of(START, Duration.ofMinutes(10), 144);
        bed.bean(SeriesWriter.class).replace(m.id, List.of(Series.of(Channel.of("Air", "°C"), axis, air, null)));
        bed.bean(Evaluation.class).again(m.id);
    }

    @AfterEach
    void away() {
        m.close();
    }

    private Finding closed() {
        Findings findings = bed.bean(Findings.class);
        Finding f = findings.about(m.id).get(0);
        if (findings.causes().stream().noneMatch(c -> c.name().equals("Door left open"))) {
            findings.addCause("Door left open", "tech");
        }
        long cause = findings.causes().stream()
                .filter(c -> c.name().equals("Door left open"))
                .findFirst()
                .orElseThrow()
                .id();
        findings.say(f.id(), new Findings.Said(cause, "Closed it", "Nothing was stored", null, null), "first");
        findings.close(f.id(), "first");
        return findings.find(f.id()).orElseThrow();
    }

    private String as() {
        return String.valueOf(m.mission().records().signedAs());
    }

    @Test
    void reviewed_by_one_approved_by_another_and_opened_again() {
        closed();
        BrowserContext one = bed.browser().newContext();
        BrowserContext other = bed.browser().newContext();
        Page first = TestBed.signedIn(one, bed.address, "first");
        first.navigate(bed.address + "/missions/" + m.id);
        assertThat(first.locator("main")).containsText("review and sign");
        first.locator("summary:has-text('Sign: reviewed')").click();
        assertThat(first.locator("main")).containsText("I have reviewed this record");
        Axe.check(first);
        first.fill("#sign-password", "not mine");
        first.locator("button:has-text('Sign: reviewed')").click();
        assertThat(first.locator(".refused")).containsText("the password is wrong");
        assertThat(as()).isEqualTo("null");
        // it stands open, to be tried again, without the password
        assertThat(first.locator("#sign-password")).isVisible();
        assertThat(first.locator("#sign-password")).hasValue("");
        first.fill("#sign-remark", "Looked at every hour");
        first.fill("#sign-password", "pelerin");
        first.locator("button:has-text('Sign: reviewed')").click();
        assertThat(first.locator(".said")).containsText("Signed: reviewed");
        assertThat(first.locator(".signatures")).containsText("✓ reviewed First Reviewer");
        assertThat(first.locator(".signatures")).containsText("Looked at every hour");
        // four eyes: not by the same person
        assertThat(first.locator("main")).containsText("You reviewed it; somebody else must approve it");
        assertThat(first.locator("summary:has-text('Sign: approved')")).hasCount(0);
        assertThat(as()).isEqualTo("REVIEWED");
        // what changes it is refused, and leads to where it is opened again
        assertThat(first.locator("summary:has-text('Use other limits')")).hasCount(0);

        Page second = TestBed.signedIn(other, bed.address, "second");
        second.navigate(bed.address + "/missions?stands=APPROVAL");
        assertThat(second.locator("main")).containsText("QL-SIGN");
        second.navigate(bed.address + "/missions/" + m.id);
        second.locator("summary:has-text('Sign: approved')").click();
        second.fill("#sign-password", "pelerin");
        second.locator("button:has-text('Sign: approved')").click();
        assertThat(second.locator(".signatures")).containsText("✓ approved Second Reviewer");
        assertThat(as()).isEqualTo("APPROVED");
        assertThat(signing.altered(m.mission())).isEmpty();
        second.locator("summary:has-text('Reopen')").click();
        second.fill("#open-reason", "The probe was at another place");
        second.locator("button:has-text('Reopen')").click();
        assertThat(second.locator(".said")).containsText("The mission can be changed again");
        assertThat(as()).isEqualTo("null");
        second.locator("summary:has-text('Revision 2')").click();
        assertThat(second.locator("main")).containsText("Revision 1: approved by Second Reviewer");
        assertThat(second.locator("main")).containsText("The probe was at another place");
        one.close();
        other.close();
    }

    private interface Deed {
        void run() throws Exception;
    }

    @Test
    void nothing_that_was_signed_can_be_changed() throws Exception {
        Finding f = closed();
        long spot = bed.spot("Signing site", "Cold store");
        bed.bean(JdbcTemplate.class).update("UPDATE mission SET spot_id = ? WHERE id = ?", spot, m.id);
        DocumentationService documentation = bed.bean(DocumentationService.class);
        JudgedRecords records = bed.bean(JudgedRecords.class);
        signing.sign(m.id, SignedAs.REVIEWED, "", "first");
        byte[] pdf = "%PDF-1.4 made up".getBytes(java.nio.charset.StandardCharsets.US_ASCII);
        List<Deed> deeds = List.of(
                () -> records.exclude(
                        m.mission(),
                        Exclusion.Kind.NOT_VALID,
                        START,
                        START.plusSeconds(3600),
                        "loaded with warm goods",
                        "tech"),
                () -> records.choose(m.mission(), START, START.plusSeconds(3600), "short", "tech"),
                () -> bed.bean(LimitsInForce.class).say(m.mission(), null, "other limits", "tech"),
                () -> bed.bean(LimitsInForce.class).follow(m.mission(), "other limits", "tech"),
                () -> bed.bean(Evaluation.class).decideClock(m.mission(), false, "why", "tech"),
                () -> bed.bean(DerivedSeries.class)
                        .add(
                                m.mission(),
                                "{\"name\": \"Calm\", \"movingMean\": {\"channel\": \"Air\", \"samples\": 3}}",
                                false,
                                "tech"),
                () -> bed.bean(WorkingShifts.class)
                        .set(
                                m.mission(),
                                false,
                                new WorkingShift(
                                        LocalTime.of(6, 0),
                                        LocalTime.of(14, 0),
                                        Set.of(DayOfWeek.MONDAY),
                                        ZoneOffset.UTC),
                                NoiseDose.Scheme.values()[0],
                                "tech"),
                () -> documentation.save(m.id, new MissionNote("Title", "", "", "", ""), "tech"),
                () -> documentation.attach(m.id, "x.pdf", pdf, "tech"),
                () -> bed.bean(FindingFiles.class).add(f.id(), "x.pdf", pdf, "tech"),
                () -> bed.bean(Findings.class).reopen(f.id(), "why", "tech"));
        String before = bed.bean(Evaluation.class).text(m.mission());
        for (int i = 0; i < deeds.size(); i++) {
            assertThatThrownBy(deeds.get(i)::run).as("deed %d", i).isInstanceOf(SignedException.class);
        }
        // what changes beside it leaves it as it is
        bed.bean(MissionVersion.class).judgementOutdated(List.of(m.id));
        bed.bean(MissionVersion.class).stayChanged("QL-SIGN", spot, START.plusSeconds(60));
        assertThat(bed.bean(Evaluation.class).text(m.mission())).isEqualTo(before);
        assertThat(signing.altered(m.mission())).isEmpty();
        // a form that was open meanwhile says so, and leads on
        page.navigate(bed.address + "/missions/" + m.id);
        page.evaluate(
                "id => { const f = document.createElement('form'); f.method = 'post'; f.action = '/missions/' + id + '/assessed-period'; const c = document.querySelector('meta[name=csrf]'); f.innerHTML = `<input name=_csrf value='${c.content}'><input name=reason value=why>`; document.body.append(f); f.submit(); }",
                String.valueOf(m.id));
        assertThat(page.locator(".refused")).containsText("is signed and cannot be changed");
        assertThat(page).hasURL(java.util.regex.Pattern.compile("/missions/" + m.id + "#signatures"));
    }

    @Test
    void who_handled_it_does_not_approve_it_unless_the_house_says_so() {
        closed();
        signing.sign(m.id, SignedAs.REVIEWED, "", "first");
        assertThatThrownBy(() -> signing.sign(m.id, SignedAs.REVIEWED, "", "second"))
                .hasMessageContaining("already reviewed");
        assertThatThrownBy(() -> signing.sign(m.id, SignedAs.APPROVED, "", "tech"))
                .hasMessageContaining("A reviewer or an administrator approves");
        bed.bean(JdbcTemplate.class).update("UPDATE mission SET collected_by = 'second' WHERE id = ?", m.id);
        assertThatThrownBy(() -> signing.sign(m.id, SignedAs.APPROVED, "", "second"))
                .hasMessageContaining("programmed, placed or collected");
        bed.bean(JdbcTemplate.class).update("UPDATE mission SET collected_by = 'tech' WHERE id = ?", m.id);
        HouseService house = bed.bean(HouseService.class);
        House strict = house.house();
        house.change(
                new House(
                        "",
                        "",
                        House.Paper.A4,
                        false,
                        House.FactorFor.NOBODY,
                        AttentionRules.DEFAULT,
                        strict.version()),
                "system");
        try {
            signing.sign(m.id, SignedAs.APPROVED, "", "first");
            assertThat(as()).isEqualTo("APPROVED");
        } finally {
            house.change(
                    new House(
                            "",
                            "",
                            House.Paper.A4,
                            true,
                            House.FactorFor.NOBODY,
                            AttentionRules.DEFAULT,
                            house.house().version()),
                    "system");
        }
    }

    @Test
    void names_are_signed_as_they_were_and_may_change_as_long_as_it_is_the_same_place_and_set() {
        JdbcTemplate sql = bed.bean(JdbcTemplate.class);
        long spot = bed.spot("Renamed site", "Old name");
        sql.update("UPDATE mission SET spot_id = ? WHERE id = ?", spot, m.id);
        Limits limits = new Limits("Old set", List.of(Rule.of("warm", "Air", new Bound.Above(30), Lasting.ANY)));
        LimitSets sets = bed.bean(LimitSets.class);
        LimitSet set = sets.create("Old set", limits, "tech");
        bed.bean(LimitsInForce.class).say(m.mission(), set, "its set", "tech");
        bed.bean(Evaluation.class).again(m.id);
        closed();
        signing.sign(m.id, SignedAs.REVIEWED, "", "first");

        sql.update("UPDATE spot SET name = 'New name' WHERE id = ?", spot);
        sql.update("UPDATE site SET name = 'Renamed site, east' WHERE name = 'Renamed site'");
        sets.update(set.id(), set.version(), "New set", limits, "tech");
        assertThat(signing.altered(m.mission())).isEmpty();

        long other = bed.spot("Renamed site, west", "New name");
        sql.update("UPDATE mission SET spot_id = ? WHERE id = ?", other, m.id);
        assertThat(signing.altered(m.mission())).containsExactly("spotId: “" + spot + "” → “" + other + "”");
        assertThatThrownBy(() -> signing.sign(m.id, SignedAs.APPROVED, "", "second"))
                .hasMessageContaining("It differs from what was reviewed: spotId");
        sql.update("UPDATE mission SET spot_id = ? WHERE id = ?", spot, m.id);
        signing.sign(m.id, SignedAs.APPROVED, "", "second");
        assertThat(signing.content(signing.signatures(m.id).get(1)))
                .contains("New name", "Renamed site, east")
                .doesNotContain("Old name");
    }

    @Test
    void what_is_changed_past_the_application_comes_to_light() {
        Finding f = closed();
        signing.sign(m.id, SignedAs.REVIEWED, "", "first");
        JdbcTemplate sql = bed.bean(JdbcTemplate.class);
        sql.update("UPDATE finding SET disposition = 'All was thrown away' WHERE id = ?", f.id());
        assertThat(signing.altered(m.mission()))
                .containsExactly("findings 1 disposition: “Nothing was stored” → “All was thrown away”");
        assertThatThrownBy(() -> signing.sign(m.id, SignedAs.APPROVED, "", "second"))
                .hasMessageContaining("It differs from what was reviewed: findings 1 disposition");
        sql.update("UPDATE finding SET disposition = 'Nothing was stored' WHERE id = ?", f.id());
        sql.update(
                "UPDATE mission SET verdict = 'within', judgement = REPLACE(judgement, 'excursions', 'within') WHERE id = ?",
                m.id);
        assertThat(signing.altered(m.mission())).anyMatch(d -> d.startsWith("judgementSha256"));
        sql.update(
                "UPDATE signature SET content = REPLACE(content, 'Door left open', 'Defrost') WHERE mission_id = ?",
                m.id);
        assertThat(signing.altered(m.mission()))
                .containsExactly("What First Reviewer signed was changed in the database");
    }
}
