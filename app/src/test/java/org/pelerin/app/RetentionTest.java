package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URLEncoder;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.evidence.seal.SealCheck;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.organisation.account.Role;
import org.pelerin.app.organisation.key.InstallationKeys;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.proof.Bundle;
import org.pelerin.proof.BundleCheck;
import org.springframework.jdbc.core.JdbcTemplate;

/** Records past their term: listed, asked for by one, approved by another, archived, removed; and what stays. */
@Tag("bed")
@Timeout(240)
class RetentionTest {

    private static final String SERIAL = "PL-18033";

    private static TestBed bed;
    private static JdbcTemplate sql;
    private static Visitor tech;
    private static Visitor admin;
    private static Visitor second;

    @BeforeAll
    static void begin() throws Exception {
        bed = TestBed.get();
        sql = bed.bean(JdbcTemplate.class);
        bed.bean(AccountService.class).create("warden", "Second Warden", "pelerin", Role.ADMIN, "system");
        tech = Visitor.signedIn(bed.address, "tech");
        admin = Visitor.signedIn(bed.address, "admin");
        second = Visitor.signedIn(bed.address, "warden");
    }

    @BeforeEach
    void no_terms() {
        sql.update("DELETE FROM retention_term");
    }

    @AfterAll
    static void away() {
        sql.update("DELETE FROM retention_term");
        // the others count on an administrator alone
        sql.update("UPDATE account SET disabled_at = 1 WHERE name = 'warden'");
    }

    private static HttpResponse<String> post(Visitor who, String path, Map<String, String> fields) throws Exception {
        StringBuilder form = new StringBuilder("_csrf=" + who.token());
        fields.forEach(
                (k, v) -> form.append('&').append(k).append('=').append(URLEncoder.encode(v, StandardCharsets.UTF_8)));
        return who.send(who.to(path)
                .header("Content-Type", "application/x-www-form-urlencoded")
                .header("Referer", bed.address + "/retention")
                .POST(HttpRequest.BodyPublishers.ofString(form.toString()))
                .build());
    }

    /** What the page says after a form was sent. */
    private static String said(Visitor who, HttpResponse<String> answer) throws Exception {
        return answer.statusCode() == 302 || answer.statusCode() == 303
                ? who.get(answer.headers().firstValue("Location").orElseThrow()).body()
                : answer.body();
    }

    private static long collected() throws InterruptedException {
        Hands hands = new Hands(bed);
        long id = hands.write(SERIAL, Hands.alder(new StartCondition.Now()));
        hands.pass(Duration.ofHours(8));
        hands.collect(SERIAL);
        hands.leave(SERIAL);
        return id;
    }

    private static int rows(String table, long mission) {
        return sql.queryForObject("SELECT COUNT(*) FROM " + table + " WHERE mission_id = ?", Integer.class, mission);
    }

    /** A term that is over at once, as no form sets it. */
    private static void everythingIsPast() {
        sql.update("INSERT INTO retention_term VALUES ('ALL', 0, 0, 0, 'system')");
    }

    private static long requestOf(long mission) {
        return sql.queryForObject("SELECT id FROM record_removal WHERE mission_id = ?", Long.class, mission);
    }

    private static String state(long mission) {
        return sql.queryForObject("SELECT state FROM mission WHERE id = ?", String.class, mission);
    }

    @Test
    void a_record_is_archived_checked_and_removed_once_a_second_person_agrees_and_what_was_said_of_it_stays()
            throws Exception {
        long id = collected();
        String capture = sql.queryForObject("SELECT sha256 FROM capture WHERE mission_id = ?", String.class, id);
        String judgement = sql.queryForObject("SELECT judgement FROM mission WHERE id = ?", String.class, id);
        assertThat(rows("capture_page", id)).isPositive();
        everythingIsPast();
        assertThat(tech.get("/retention?page=0").body()).contains("Past the retention time");
        assertThat(said(tech, post(tech, "/retention", Map.of("ids", "" + id, "reason", ""))))
                .contains("nter a reason");
        assertThat(said(tech, post(tech, "/retention", Map.of("ids", "" + id, "reason", "ten years are over"))))
                .contains("Removal requested");
        long request = requestOf(id);

        // administrators see it where they begin, nobody else does
        assertThat(admin.get("/to-do").body()).contains("One removal of a record waits for approval.");
        assertThat(tech.get("/to-do").body()).doesNotContain("waits for approval");

        // whoever may not approve does not, and nobody with another's password
        assertThat(post(tech, "/admin/retention/approve", Map.of("ids", "" + request, "password", "pelerin"))
                        .statusCode())
                .isEqualTo(403);
        assertThat(said(
                        admin,
                        post(admin, "/admin/retention/approve", Map.of("ids", "" + request, "password", "guessed"))))
                .contains("password is not right");
        assertThat(state(id)).isEqualTo("COLLECTED");

        said(admin, post(admin, "/admin/retention/approve", Map.of("ids", "" + request, "password", "pelerin")));
        Waiting.until("the removal is done", () -> state(id).equals("REMOVED"));

        Map<String, Object> removal = sql.queryForMap("SELECT * FROM record_removal WHERE id = ?", request);
        Path archive = TestBed.ARCHIVE.resolve((String) removal.get("archive"));
        byte[] bytes = Files.readAllBytes(archive);
        assertThat(HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes)))
                .isEqualTo(removal.get("sha256"));
        try (Bundle bundle = Bundle.open(archive)) {
            assertThat(BundleCheck.of(bundle, bed.bean(InstallationKeys.class).trust())
                            .proven())
                    .isTrue();
        }
        for (String table :
                List.of("capture_page", "series", "series_block", "series_outline", "day_line", "attachment")) {
            assertThat(rows(table, id)).as(table).isZero();
        }
        assertThat(sql.queryForObject("SELECT sha256 FROM capture WHERE mission_id = ?", String.class, id))
                .isEqualTo(capture);
        assertThat(sql.queryForObject("SELECT judgement FROM mission WHERE id = ?", String.class, id))
                .isEqualTo(judgement);
        assertThat(bed.bean(AuditTrail.class)
                        .latest(
                                "mission " + id + " of " + SERIAL,
                                List.of("ask for removal", "approve removal", "remove record"),
                                5))
                .extracting(e -> e.action() + " " + e.who() + " " + e.reason())
                .containsExactly(
                        "remove record admin ten years are over",
                        "approve removal admin ",
                        "ask for removal tech ten years are over");
        assertThat(bed.bean(SealCheck.class).troubles())
                .filteredOn(t -> t.mission() == id)
                .isEmpty();
        pagesOfWhatWasRemoved(id, removal);
    }

    private static void pagesOfWhatWasRemoved(long id, Map<String, Object> removal) throws Exception {
        HttpResponse<String> page = tech.get("/missions/" + id);
        assertThat(page.headers().firstValue("Location").orElse("")).endsWith("/missions/" + id + "/removed");
        assertThat(tech.get("/missions/" + id + "/removed").body())
                .contains("was removed on", (String) removal.get("sha256"), "ten years are over");
        for (String gone : List.of(
                "/window?from=0&to=1&width=9", "/samples.csv", "/bundle.zip", "/derived", "/reports", "/export")) {
            // a person is led to where it is told, a program is told
            assertThat(tech.get("/missions/" + id + gone)
                            .headers()
                            .firstValue("Location")
                            .orElse(""))
                    .as(gone)
                    .endsWith("/missions/" + id + "/removed");
            assertThat(tech.send(tech.to("/missions/" + id + gone)
                                    .setHeader("Accept", "application/json")
                                    .build())
                            .statusCode())
                    .as(gone)
                    .isEqualTo(410);
        }
        for (String path : List.of(
                "/missions?q=" + SERIAL,
                "/dock/" + SERIAL,
                "/findings?which=ALL&mission=" + id,
                "/",
                "/to-do",
                "/retention",
                "/compare?s=m" + id,
                "/missions/" + id + "/signatures",
                "/missions/" + id + "/documentation",
                "/missions/" + id + "/findings")) {
            assertThat(tech.get(path).statusCode()).as(path).isEqualTo(200);
        }
        assertThat(tech.get("/missions?q=" + SERIAL).body()).contains("record removed");
        // nothing reckons it again
        bed.bean(Evaluation.class).again(id);
        assertThat(sql.queryForObject("SELECT verdict FROM mission WHERE id = ?", String.class, id))
                .isNotNull();
        assertThat(sql.queryForList("SELECT id FROM mission_face WHERE judged AND id = " + id))
                .isEmpty();
    }

    @Test
    void whoever_asked_does_not_approve_and_what_was_declined_may_be_asked_for_again() throws Exception {
        long id = collected();
        everythingIsPast();
        said(admin, post(admin, "/retention", Map.of("ids", "" + id, "reason", "over")));
        long request = requestOf(id);
        assertThat(said(
                        admin,
                        post(admin, "/admin/retention/approve", Map.of("ids", "" + request, "password", "pelerin"))))
                .contains("another administrator must approve it");
        assertThat(state(id)).isEqualTo("COLLECTED");
        assertThat(said(
                        second,
                        post(
                                second,
                                "/admin/retention/decline",
                                Map.of("ids", "" + request, "reason", "in a dispute"))))
                .contains("Declined");
        assertThat(sql.queryForList("SELECT id FROM record_removal WHERE mission_id = " + id))
                .isEmpty();
        assertThat(said(tech, post(tech, "/retention", Map.of("ids", "" + id, "reason", "once more"))))
                .contains("Removal requested");
        sql.update("DELETE FROM record_removal WHERE mission_id = ?", id);
    }

    @Test
    void an_archive_that_cannot_be_written_removes_nothing_and_says_so() throws Exception {
        long id = collected();
        everythingIsPast();
        said(tech, post(tech, "/retention", Map.of("ids", "" + id, "reason", "over")));
        // a directory stands where the half written file would
        Path half = TestBed.ARCHIVE.resolve("mission-" + id + "-" + SERIAL + ".zip.part");
        Files.createDirectories(half.resolve("in the way"));
        try {
            said(
                    admin,
                    post(admin, "/admin/retention/approve", Map.of("ids", "" + requestOf(id), "password", "pelerin")));
            Waiting.until(
                    "the removal ended",
                    () -> sql.queryForObject("SELECT state FROM record_removal WHERE mission_id = ?", String.class, id)
                            .equals("FAILED"));
            assertThat(state(id)).isEqualTo("COLLECTED");
            assertThat(rows("capture_page", id)).isPositive();
            assertThat(admin.get("/retention").body()).contains("could not be written");
        } finally {
            Files.delete(half.resolve("in the way"));
            Files.delete(half);
        }
        // and again, by another word
        said(admin, post(admin, "/admin/retention/approve", Map.of("ids", "" + requestOf(id), "password", "pelerin")));
        Waiting.until("the removal is done", () -> state(id).equals("REMOVED"));
    }

    @Test
    void open_findings_keep_a_record() throws Exception {
        Instant start = Instant.parse("2015-03-10T00:00:00Z");
        try (OwnMission m = new OwnMission(bed, "QL-RETFI", start)) {
            recorded(m, start, "Keepers", "Room");
            sql.update(
                    "INSERT INTO finding (mission_id, logger_id, kind, state, severity, latched, gone, changed, opened_at, from_at, to_at, told, parts, missions,"
                            + " lead_direction, owner) SELECT id, logger_id, 'DEPARTURE', 'OPEN', 2, 0, 0, 0, 0, 0, 1, '', 1, 1, 'above', '' FROM mission WHERE id = ?",
                    m.id);
            everythingIsPast();
            assertThat(said(tech, post(tech, "/retention", Map.of("ids", "" + m.id, "reason", "over"))))
                    .contains("has open findings");
        }
    }

    private static void recorded(OwnMission m, Instant start, String site, String spot) {
        sql.update(
                "UPDATE mission SET spot_id = ?, collected_at = ?, first_at = ?, last_at = ?, state = 'COLLECTED' WHERE id = ?",
                bed.spot(site, spot),
                start.plus(Duration.ofDays(2)).toEpochMilli(),
                start.toEpochMilli(),
                start.plus(Duration.ofDays(1)).toEpochMilli(),
                m.id);
    }

    private static List<Long> listed() throws IOException, InterruptedException {
        List<Long> out = new ArrayList<>();
        String body = tech.get("/retention").body();
        java.util.regex.Matcher found = java.util.regex.Pattern.compile("name=\"ids\" value=\"(\\d+)\" id=\"m")
                .matcher(body);
        while (found.find()) {
            out.add(Long.valueOf(found.group(1)));
        }
        return out;
    }

    @Test
    void the_longer_of_site_and_plan_counts_and_that_of_all_where_neither_has_one() throws Exception {
        Instant now = bed.bean(Clock.class).instant();
        Instant start = now.atZone(ZoneOffset.UTC).minusMonths(30).toInstant();
        try (OwnMission m = new OwnMission(bed, "QL-RETEN", start)) {
            recorded(m, start, "Terms", "Shelf");
            long site = sql.queryForObject("SELECT id FROM site WHERE name = 'Terms'", Long.class);
            long plan = sql.queryForList("SELECT id FROM plan LIMIT 1", Long.class).stream()
                    .findFirst()
                    .orElse(0L);
            sql.update("UPDATE mission SET plan_id = NULLIF(?, 0) WHERE id = ?", plan, m.id);
            assertThat(listed()).doesNotContain(m.id);
            term("SITE " + site, "2");
            assertThat(listed()).contains(m.id);
            // an end 30 months and a day ago less one day: the last sample counts, not the collection
            term("SITE " + site, "2.5");
            assertThat(listed()).doesNotContain(m.id);
            term("ALL", "1");
            assertThat(listed()).doesNotContain(m.id);
            term("SITE " + site, "");
            assertThat(listed()).contains(m.id);
            if (plan > 0) {
                term("SITE " + site, "2");
                term("PLAN " + plan, "3");
                assertThat(listed()).doesNotContain(m.id);
                term("PLAN " + plan, "1");
                assertThat(listed()).contains(m.id);
            }
            assertThat(said(admin, post(admin, "/admin/retention/terms", Map.of("of", "ALL", "years", "0,3"))))
                    .contains("nter years");
            assertThat(bed.bean(AuditTrail.class).latest("Terms", List.of("change retention"), 2))
                    .extracting(e -> e.before() + " > " + e.after())
                    .contains("30 months > ");
        }
    }

    private static void term(String of, String years) throws Exception {
        assertThat(said(admin, post(admin, "/admin/retention/terms", Map.of("of", of, "years", years))))
                .contains("Retention time saved");
    }
}
