package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.findings.Findings;
import org.pelerin.app.fleet.attention.AttentionService;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.organisation.account.AccountAdministration;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.organisation.account.AccountSites;
import org.pelerin.app.organisation.account.Role;
import org.pelerin.app.organisation.token.ApiTokens;
import org.pelerin.app.platform.rights.OfSites;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.web.util.pattern.PathPatternParser;

/** Somebody with rights at one site, and a site next to it that must not be seen, or touched, through any door. */
@Tag("bed")
@Timeout(180)
class RightsBySiteTest {

    private static final Instant START = Instant.parse("2026-03-12T00:00:00Z");
    private static final String NEAR = "Nahbruck";
    private static final String FAR = "Fernwald";
    private static final String NEAR_SERIAL = "QL-NAHBR";
    private static final String FAR_SERIAL = "QL-FERNW";
    private static final String WHO = "nearby";

    /** Doors with a name in their path that is of no site. */
    private static final Set<String> OF_NO_SITE = Set.of(
            "/admin/accounts",
            "/admin/people",
            "/admin/hooks",
            "/calendar",
            "/help",
            "/js",
            "/library",
            "/limits",
            "/me",
            "/people",
            "/plans",
            "/verify",
            "/findings/causes");

    private static TestBed bed;
    private static OwnMission near;
    private static OwnMission far;
    private static long nearSite;
    private static Map<String, String> farThings;
    private static Visitor visitor;
    private static String bearer;

    @BeforeAll
    static void begin() throws Exception {
        bed = TestBed.get();
        near = recorded(NEAR_SERIAL, NEAR, "Kammer");
        far = recorded(FAR_SERIAL, FAR, "Stube");
        nearSite = number("SELECT id FROM site WHERE name = ?", NEAR);
        long farSite = number("SELECT id FROM site WHERE name = ?", FAR);
        long farSpot = number("SELECT id FROM spot WHERE name = ?", "Stube");
        JdbcTemplate sql = bed.bean(JdbcTemplate.class);
        sql.update(
                "INSERT INTO placement (logger_id, spot_id, placed_at, placed_by, remarks, acclimatise_min, checked, mission_id, misfit)"
                        + " SELECT id, ?, ?, 'tech', '', 0, '', ?, '' FROM logger WHERE serial = ?",
                farSpot,
                START.toEpochMilli(),
                far.id,
                FAR_SERIAL);
        sql.update(
                "INSERT INTO report (kind, title, site_id, spec, state, ordered_at, ordered_by, mail_to, trouble, done, total)"
                        + " VALUES ('PERIOD', ?, ?, '{}', 'WAITS', 0, 'tech', '', '', 0, 0)",
                FAR + " in March",
                farSite);
        sql.update(
                "INSERT INTO field_round (name, day, person, remarks, created_at, created_by, changed_at) VALUES (?, '2026-03-20', 'tech', '', 0, 'tech', 0)",
                FAR + " round");
        long round = number("SELECT MAX(id) FROM field_round WHERE name = ?", FAR + " round");
        sql.update(
                "INSERT INTO round_task (round_id, seq, kind, spot_id, serial, why, needs, state) VALUES (?, 1, 'COLLECT', ?, ?, '', '', 'OPEN')",
                round,
                farSpot,
                FAR_SERIAL);
        farThings = Map.of(
                "mission", String.valueOf(far.id),
                "serial", FAR_SERIAL,
                "site", String.valueOf(farSite),
                "spot", String.valueOf(farSpot),
                "finding",
                        String.valueOf(
                                bed.bean(Findings.class).about(far.id).get(0).id()),
                "placement",
                        String.valueOf(
                                number("SELECT id FROM placement WHERE mission_id = " + far.id + " AND ? = ''", "")),
                "report", String.valueOf(number("SELECT MAX(id) FROM report WHERE title = ?", FAR + " in March")),
                "round", String.valueOf(round));
        bed.bean(AccountService.class).create(WHO, "Near By", "pelerin", Role.TECHNICIAN, "system");
        bed.bean(AccountAdministration.class).giveSites(WHO, false, List.of(nearSite), null, "admin");
        visitor = Visitor.signedIn(bed.address, WHO);
        bearer = bed.bean(ApiTokens.class).make(WHO, "near", Role.TECHNICIAN, Duration.ofDays(1));
    }

    private static OwnMission recorded(String serial, String site, String spot) {
        OwnMission m = new OwnMission(bed, serial, START);
        bed.bean(JdbcTemplate.class)
                .update(
                        "UPDATE mission SET spot_id = ?, collected_at = ?, state = 'COLLECTED', expected = 144, received = 144 WHERE id = ?",
                        bed.spot(site, spot),
                        START.plus(Duration.ofDays(2)).toEpochMilli(),
                        m.id);
        double[] air = new double[144];
        for (int i = 0; i < air.length; i++) {
            air[i] = i >= 30 && i < 60 ? 35 : 20;
        }
        bed.bean(SeriesWriter.class)
                .replace(
                        m.id,
                        List.of(Series.of(
                                Channel.of("Air", "°C"), TimeAxis.of(START, Duration.ofMinutes(10), 144), air, null)));
        bed.bean(Evaluation.class).again(m.id);
        return m;
    }

    private static long number(String sql, String value) {
        return bed.bean(JdbcTemplate.class).queryForObject(sql, Long.class, value);
    }

    @AfterAll
    static void away() {
        JdbcTemplate sql = bed.bean(JdbcTemplate.class);
        sql.update("DELETE FROM round_task WHERE serial = ?", FAR_SERIAL);
        sql.update("DELETE FROM field_round WHERE name = ?", FAR + " round");
        sql.update("DELETE FROM report WHERE title = ?", FAR + " in March");
        near.close();
        far.close();
        bed.bean(AccountAdministration.class).giveSites(WHO, true, List.of(), null, "admin");
    }

    private static HttpResponse<String> get(String path) throws IOException, InterruptedException {
        HttpRequest.Builder request = visitor.to(path);
        if (path.startsWith("/api/v1")) {
            request.header("Authorization", "Bearer " + bearer).setHeader("Accept", "application/json");
        }
        return visitor.send(request.build());
    }

    private static HttpResponse<String> post(String path, String fields) throws IOException, InterruptedException {
        return visitor.send(visitor.to(path)
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(HttpRequest.BodyPublishers.ofString("_csrf=" + visitor.token() + "&" + fields))
                .build());
    }

    private static List<String> doors(String method) throws IOException {
        return new String(
                        RightsBySiteTest.class
                                .getResourceAsStream("/access.txt")
                                .readAllBytes(),
                        StandardCharsets.UTF_8)
                .lines()
                .filter(l -> l.startsWith(method))
                .map(l -> l.split("\\s+")[1])
                .toList();
    }

    @Test
    void every_door_that_names_a_thing_knows_whose_it_is() throws Exception {
        List<String> patterns = bed.app.getBeansOfType(OfSites.class).values().stream()
                .flatMap(k -> k.paths().stream())
                .toList();
        List<String> open = new ArrayList<>();
        for (String method : List.of("GET", "POST", "PUT")) {
            for (String door : doors(method)) {
                String path = door.replaceAll("\\{[^}]+}", "7");
                boolean held = patterns.stream()
                        .anyMatch(p -> PathPatternParser.defaultInstance
                                .parse(p)
                                .matches(org.springframework.http.server.PathContainer.parsePath(path)));
                if (door.contains("{") && !held && OF_NO_SITE.stream().noneMatch(door::startsWith)) {
                    open.add(method + " " + door);
                }
            }
        }
        assertThat(open).isEmpty();
    }

    @Test
    void no_page_and_no_list_for_programs_shows_anything_of_the_other_site() throws Exception {
        List<String> shown = new ArrayList<>();
        List<String> own = new ArrayList<>();
        for (String path : doors("GET")) {
            // what is kept of oneself names the sites that one was given before
            if (path.contains("{")
                    || path.contains("*")
                    || path.startsWith("/admin")
                    || path.equals("/me/export.json")) {
                continue;
            }
            for (String asked : List.of(path, path + "?q=" + FAR, path + "?which=ALL")) {
                if (path.startsWith("/api") && !asked.equals(path)) {
                    continue;
                }
                String body = get(asked).body();
                // what was asked for stands in its field
                String told = body.replace("value=\"" + FAR + "\"", "")
                        .replace("“" + FAR + "”", "")
                        .replace("?q=" + FAR, "");
                if (told.contains(FAR) || told.contains(FAR_SERIAL)) {
                    shown.add(asked);
                }
                if (body.contains(NEAR)) {
                    own.add(asked);
                }
            }
        }
        assertThat(shown).isEmpty();
        assertThat(own)
                .contains(
                        "/",
                        "/missions",
                        "/findings",
                        "/places",
                        "/places.csv",
                        "/api/v1/missions",
                        "/api/v1/places",
                        "/api/v1/findings",
                        "/api/v1/loggers",
                        "/reports",
                        "/compare");
    }

    @Test
    void nothing_of_the_other_site_can_be_opened_and_all_of_the_own() throws Exception {
        Map<String, String> things = Map.of(
                "missions",
                "mission",
                "dock",
                "serial",
                "loggers",
                "serial",
                "places",
                "site",
                "spots",
                "spot",
                "findings",
                "finding",
                "placements",
                "placement",
                "reports",
                "report",
                "rounds",
                "round");
        List<String> wrong = new ArrayList<>();
        for (String method : List.of("GET", "POST")) {
            for (String door : doors(method)) {
                String room = door.equals("/")
                        ? ""
                        : door.replaceFirst("^/api/v1", "").split("/")[1];
                int at = door.indexOf('{');
                if (!things.containsKey(room)
                        || at < 0
                        || !door.substring(0, at).replaceFirst("^/api/v1", "").equals("/" + room + "/")) {
                    continue;
                }
                String path = door.replaceFirst("\\{[^}]+}", farThings.get(things.get(room)))
                        .replaceAll("\\{[^}]+}", "0");
                HttpResponse<String> answer = method.equals("GET") ? get(path) : post(path, "reason=x");
                boolean said = answer.body().contains("site that you have no rights at")
                        // what is no page at all
                        || door.endsWith(".svg") && answer.statusCode() == 406;
                if (!said || answer.body().contains(FAR)) {
                    wrong.add(method + " " + path + ": " + answer.statusCode());
                }
            }
        }
        assertThat(wrong).isEmpty();
        assertThat(get("/missions/" + near.id).statusCode()).isEqualTo(200);
        assertThat(get("/places/" + nearSite).statusCode()).isEqualTo(200);
        assertThat(get("/dock/" + NEAR_SERIAL).statusCode()).isEqualTo(200);
        assertThat(get("/api/v1/missions/" + near.id + "/judgement").statusCode())
                .isEqualTo(200);
    }

    @ParameterizedTest
    @CsvSource({
        "/place, serial=QL-FERNW&spot=0",
        "/place, serial=fernw&spot=0",
        "/place, serial=QL-NAHBR&spot={spot}",
        "/findings/acknowledge, ids=0&ids={finding}",
        "/rounds, site={site}",
        "/me/views, mission={mission}",
        "/spots, siteId={site}&name=Mine",
        "/dock/collect, serials=QL-NAHBR&serials=QL-FERNW",
        "/limits/1/places, spot={spot}",
    })
    void a_field_that_names_what_is_at_the_other_site_is_refused(String path, String fields) throws Exception {
        String named = fields;
        for (Map.Entry<String, String> e : farThings.entrySet()) {
            named = named.replace("{" + e.getKey() + "}", e.getValue());
        }
        assertThat(post(path, named).statusCode()).as(named).isIn(403, 404);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "/compare?s=m{mission}",
                "/compare?s=m{near},m{mission}",
                "/compare?s=p{spot}",
                "/compare/difference?a={near}:0&b={mission}:0&from=0&to=1&width=9",
                "/limits/1/assign?to=SITE%20{site}",
                // numbers as they are read otherwise than with digits alone
                "/missions/{hex}/figures",
                "/missions/%2B{mission}/window?from=0&to=1&width=9",
                "/missions/%23{bare}",
                "/missions?site=0x{barehex}",
                "/spots/{spot}/hour-map",
                "/dock/ql-fernw",
                "/dock/QL-F%C3%89RNW",
            })
    void an_address_that_names_it_in_another_way_is_refused_too(String path) throws Exception {
        String named = path.replace("{near}", "" + near.id)
                .replace("{hex}", "0x" + Long.toHexString(far.id))
                .replace("{bare}", Long.toHexString(far.id))
                .replace("{barehex}", Long.toHexString(Long.parseLong(farThings.get("site"))));
        for (Map.Entry<String, String> e : farThings.entrySet()) {
            named = named.replace("{" + e.getKey() + "}", e.getValue());
        }
        HttpResponse<String> answer = get(named);
        assertThat(answer.statusCode()).as(named).isIn(403, 404);
        assertThat(answer.body()).doesNotContain(FAR, FAR_SERIAL);
    }

    @Test
    void the_whole_installation_is_looked_at_by_whoever_has_all_sites() throws Exception {
        for (String path : List.of("/audit", "/audit.csv", "/re-verify", "/places/new", "/dock/find")) {
            assertThat(get(path).statusCode()).as(path).isEqualTo(403);
        }
        HttpResponse<String> refused = post("/reports", "place=all&from=2026-03-01&to=2026-03-31&language=en");
        assertThat(refused.body()).contains("Choose a site or a spot");
        HttpResponse<String> foreign =
                post("/reports", "place=site-" + farThings.get("site") + "&from=2026-03-01&to=2026-03-31&language=en");
        assertThat(foreign.statusCode()).isEqualTo(403);
        HttpResponse<String> byProgram = visitor.send(visitor.to("/api/v1/reports")
                .header("Authorization", "Bearer " + bearer)
                .header("Content-Type", "application/json")
                .POST(HttpRequest.BodyPublishers.ofString("{\"mission\": " + far.id + "}"))
                .build());
        assertThat(byProgram.statusCode()).isEqualTo(403);
    }

    @Test
    void what_is_given_and_taken_holds_at_the_next_click_and_stands_in_the_trail() throws Exception {
        AccountAdministration accounts = bed.bean(AccountAdministration.class);
        long farSite = Long.parseLong(farThings.get("site"));
        assertThat(get("/missions/" + far.id).statusCode()).isEqualTo(403);
        accounts.giveSites(WHO, false, List.of(nearSite, farSite), null, "admin");
        assertThat(get("/missions/" + far.id).statusCode()).isEqualTo(200);
        accounts.giveSites(WHO, false, List.of(), null, "admin");
        assertThat(get("/missions/" + near.id).statusCode()).isEqualTo(403);
        accounts.giveSites(WHO, false, List.of(nearSite), null, "admin");
        assertThat(get("/missions/" + far.id).statusCode()).isEqualTo(403);
        assertThat(bed.bean(AuditTrail.class).latest(WHO, List.of("change sites"), 3))
                .extracting(e -> e.before() + " > " + e.after())
                .containsExactly("no site > " + NEAR, NEAR_FAR + " > no site", NEAR + " > " + NEAR_FAR);
    }

    /** In the order of the alphabet. */
    private static final String NEAR_FAR = FAR + ", " + NEAR;

    @Test
    void needs_of_other_sites_are_told_to_nobody_without_rights_there() {
        AttentionService attention = bed.bean(AttentionService.class);
        // outside of a request everything is seen
        assertThat(attention.all()).extracting(Need::serial).contains(FAR_SERIAL, NEAR_SERIAL);
        AccountSites sites = bed.bean(AccountSites.class);
        assertThat(attention.overviews().stream()
                        .filter(l -> sites.ofRecipient(WHO).holds(l.stay().siteId()))
                        .map(l -> l.serial())
                        .collect(Collectors.toSet()))
                .contains(NEAR_SERIAL)
                .doesNotContain(FAR_SERIAL);
        assertThat(sites.ofRecipient("contact:1").all()).isTrue();
        assertThat(sites.of("nobody-of-ours").holds(nearSite)).isFalse();
    }
}
