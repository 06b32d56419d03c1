package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.organisation.account.Role;
import org.pelerin.app.organisation.token.ApiTokens;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.exchange.LimitsDocument;
import org.pelerin.core.plainfile.PlainFile;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.core.stats.MeanKineticTemperature;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The interface for programs: who gets in, what is answered, and the examples of its documentation. */
@Tag("bed")
@Timeout(120)
class ApiTest extends PageTest {

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Instant START = Instant.parse("2026-03-02T23:00:00Z");

    private static final HttpClient HTTP = HttpClient.newHttpClient();
    private static TestBed bed;
    private static OwnMission m;
    private static String technician;
    private static String viewer;

    /** A day, a row each ten minutes, out for five hours, one missing. */
    @BeforeAll
    static void record() {
        bed = TestBed.get();
        m = new OwnMission(bed, "QL-API", START);
        bed.spot("API site", "Shelf");
        double[] air = new double[144];
        for (int i = 0; i < air.length; i++) {
            air[i] = i == 7 ? Double.NaN : i >= 40 && i < 70 ? 35 : 20;
        }
        TimeAxis axis = TimeAxis.of(START, Duration.ofMinutes(10), 144);
        bed.bean(SeriesWriter.class).replace(m.id, List.of(Series.of(Channel.of("Air", "°C"), axis, air, null)));
        bed.bean(JdbcTemplate.class)
                .update(
                        "UPDATE mission SET state = 'COLLECTED', collected_at = ?, received = 143, expected = 144 WHERE id = ?",
                        START.plus(Duration.ofDays(2)).toEpochMilli(),
                        m.id);
        bed.bean(Evaluation.class).again(m.id);
        ApiTokens tokens = bed.bean(ApiTokens.class);
        technician = tokens.make("tech", "test", Role.TECHNICIAN, Duration.ofDays(1));
        viewer = tokens.make("tech", "look", Role.VIEWER, Duration.ofDays(1));
    }

    @AfterAll
    static void away() {
        m.close();
    }

    private static HttpResponse<String> send(HttpRequest.Builder request, String token) throws Exception {
        if (token != null) {
            request.header("Authorization", "Bearer " + token);
        }
        return HTTP.send(request.build(), HttpResponse.BodyHandlers.ofString());
    }

    private static HttpRequest.Builder at(String path) {
        return HttpRequest.newBuilder(URI.create(bed.address + "/api/v1" + path));
    }

    private static HttpResponse<String> get(String path) throws Exception {
        return send(at(path), technician);
    }

    private static JsonNode json(String path) throws Exception {
        HttpResponse<String> answer = get(path);
        assertThat(answer.statusCode()).as(answer.body()).isEqualTo(200);
        return JSON.readTree(answer.body());
    }

    private static void problem(HttpResponse<String> answer, int status, String said) {
        assertThat(answer.statusCode()).isEqualTo(status);
        assertThat(answer.headers().firstValue("Content-Type").orElse("")).startsWith("application/problem+json");
        JsonNode p = JSON.readTree(answer.body());
        assertThat(p.get("status").asInt()).isEqualTo(status);
        assertThat(p.get("title").asString()).isNotBlank();
        assertThat(p.get("detail").asString()).contains(said);
    }

    @Test
    void a_person_makes_a_token_sees_it_once_and_revokes_it() throws Exception {
        page.navigate(bed.address + "/me/tokens");
        page.fill("#name", "Script of the dairy");
        page.selectOption("#role", "TECHNICIAN");
        page.locator("button:has-text('Create token')").click();
        String token = page.locator("#token").inputValue();
        Axe.check(page);
        assertThat(send(at("/loggers"), token).statusCode()).isEqualTo(200);
        // of it only the hash is kept
        assertThat(bed.bean(JdbcTemplate.class)
                        .queryForObject(
                                "SELECT COUNT(*) FROM api_token WHERE sha256 = ? OR name = ?",
                                Long.class,
                                token,
                                token))
                .isZero();
        page.navigate(bed.address + "/me/tokens");
        assertThat(page.locator("#token")).hasCount(0);
        page.locator("tr:has-text('Script of the dairy') button").click();
        assertThat(page.locator(".said")).containsText("is revoked");
        problem(send(at("/loggers"), token), 401, "Bearer");
        // nobody gives away more than he has
        page.selectOption("#role", "ADMIN");
        page.fill("#name", "Too much");
        page.locator("button:has-text('Create token')").click();
        assertThat(page.locator(".refused")).containsText("A token cannot have more rights than its account");
    }

    @Test
    void nobody_gets_in_without_a_token_that_holds_and_none_does_more_than_its_role() throws Exception {
        problem(send(at("/missions"), null), 401, "Bearer");
        problem(send(at("/missions"), "pelerin_nonsense"), 401, "Bearer");
        String lapsed = bed.bean(ApiTokens.class).make("tech", "lapsed", Role.VIEWER, Duration.ofDays(-1));
        problem(send(at("/missions"), lapsed), 401, "Bearer");
        problem(
                send(
                        at("/reports")
                                .header("Content-Type", "application/json")
                                .POST(HttpRequest.BodyPublishers.ofString("{\"mission\": " + m.id + "}")),
                        viewer),
                403,
                "role does not allow");
        // whoever may do less now, does less with an old token
        bed.bean(org.pelerin.app.organisation.account.AccountService.class)
                .create("lesser", "Lesser", "pelerin", Role.TECHNICIAN, "system");
        String old = bed.bean(ApiTokens.class).make("lesser", "old", Role.TECHNICIAN, Duration.ofDays(1));
        assertThat(bed.bean(ApiTokens.class).bearer(old).orElseThrow().role()).isEqualTo(Role.TECHNICIAN);
        bed.bean(JdbcTemplate.class).update("UPDATE account SET role = 'VIEWER' WHERE name = 'lesser'");
        assertThat(bed.bean(ApiTokens.class).bearer(old).orElseThrow().role()).isEqualTo(Role.VIEWER);
        assertThatThrownBy(() -> bed.bean(ApiTokens.class).make("viewer", "x", Role.REVIEWER, Duration.ofDays(1)))
                .hasMessageContaining("more rights than its account");
    }

    @Test
    void lists_come_in_pages_and_bear_tags() throws Exception {
        JsonNode first = json("/missions?size=1");
        assertThat(first.get("items")).hasSize(1);
        long newest = first.get("items").get(0).get("id").asLong();
        if (!first.get("next").isNull()) {
            assertThat(json("/missions?size=1&page=1")
                            .get("items")
                            .get(0)
                            .get("id")
                            .asLong())
                    .isNotEqualTo(newest);
        }
        assertThat(json("/missions?page=900&size=500").get("items")).isEmpty();
        problem(get("/missions?size=0"), 400, "from 1 to 500");
        problem(get("/missions?page=-1"), 400, "from 0 on");
        problem(get("/missions?verdict=good"), 400, "within, excursions, inconclusive");
        HttpResponse<String> answer = get("/missions/" + m.id);
        String tag = answer.headers().firstValue("ETag").orElseThrow();
        HttpResponse<String> again = send(at("/missions/" + m.id).header("If-None-Match", tag), technician);
        assertThat(again.statusCode()).isEqualTo(304);
        assertThat(again.body()).isEmpty();
        problem(get("/missions/999999"), 404, "There is no mission 999999");
        problem(get("/missions/abc"), 400, "id");
        // what is misspelt is not left out without a word
        problem(get("/missions?sites=3"), 400, "There is no parameter “sites” here; there are site, spot, text");
        problem(get("/loggers/PL-18510?size=3"), 400, "There is no parameter “size” here");
        problem(get("/missions?site=1&site=2"), 400, "“site” is given more than once");
        problem(get("/missions?site=cellar"), 400, "“site” is a whole number");
        assertThat(JsonMapper.builder()
                        .build()
                        .readTree(get("/missions?from=soon").body())
                        .get("field")
                        .asString())
                .isEqualTo("from");
        problem(get("/no/such/thing"), 404, "nothing at this address");
        problem(send(at("/missions").DELETE(), technician), 404, "not for this method");
    }

    @Test
    void a_record_is_had_as_it_is_summed_up_and_judged() throws Exception {
        assertThat(json("/missions/" + m.id + "/series")
                        .get(0)
                        .get("channels")
                        .get(0)
                        .get("label")
                        .asString())
                .isEqualTo("Air");
        JsonNode rows = json("/missions/" + m.id + "/series.json").get("rows");
        assertThat(rows).hasSize(144);
        assertThat(rows.get(7).get(1).isNull()).isTrue();
        assertThat(rows.get(50).get(1).asDouble()).isEqualTo(35);
        // from midnight in Paris; six hours with three and a third of them out
        JsonNode steps = json("/missions/" + m.id + "/series.json?step=6%20h").get("rows");
        assertThat(steps).hasSize(4);
        assertThat(steps.get(1).get(3).asDouble()).isEqualTo(35);
        String csv = get("/missions/" + m.id + "/series.csv?from=2026-03-03T00:00:00Z&to=2026-03-03T01:00:00Z&time=ms")
                .body();
        assertThat(csv.lines()).hasSize(7);
        assertThat(csv).contains("1772496000000,20");
        JsonNode air = json("/missions/" + m.id + "/statistics").get(0);
        assertThat(air.get("count").asLong()).isEqualTo(143);
        assertThat(air.get("max").asDouble()).isEqualTo(35);
        JsonNode part = json("/missions/" + m.id + "/statistics?from=2026-03-02T23:00:00Z&to=2026-03-03T05:00:00Z")
                .get(0);
        assertThat(part.get("max").asDouble()).isEqualTo(20);
        assertThat(json("/missions/" + m.id + "/excursions")).hasSize(1);
        assertThat(json("/missions/" + m.id + "/findings").get(0).get("channel").asString())
                .isEqualTo("Air");
        assertThat(get("/missions/" + m.id + "/judgement").body())
                .isEqualTo(bed.bean(Evaluation.class).text(m.mission()));
        problem(get("/missions/" + m.id + "/series.csv?step=soon"), 400, "is not a duration");
        problem(get("/missions/" + m.id + "/series.csv?table=9"), 404, "no table 9");
        problem(
                get("/missions/" + m.id + "/series.json?from=2026-03-03T05:00:00Z&to=2026-03-03T04:00:00Z&step=1%20h"),
                400,
                "“to” has to be after “from”");
        assertThat(json("/missions/" + m.id + "/series.json?from=2036-03-03T05:00:00Z")
                        .get("rows"))
                .isEmpty();
        problem(get("/missions/" + m.id + "/series.csv?from=yesterday"), 400, "from");
        assertThat(json("/loggers/QL-API").get("serial").asString()).isEqualTo("QL-API");
        assertThat(json("/places").toString()).contains("\"name\":\"API site\"", "\"name\":\"Shelf\"");
        assertThat(json("/findings?which=ALL&logger=QL-API").get("items")).hasSize(1);
        problem(get("/findings?which=SOME"), 400, "“which” is one of WAITING, ");
        problem(get("/places?size=0"), 400, "from 1 to 500");
    }

    /** Of three blocks one is read. */
    @Test
    void a_part_of_a_long_record_is_had_without_the_rest() throws Exception {
        try (OwnMission longer = new OwnMission(bed, "QL-APIL", START)) {
            double[] air = new double[10_000];
            Arrays.setAll(air, i -> i);
            TimeAxis axis = TimeAxis.of(START, Duration.ofMinutes(1), air.length);
            bed.bean(SeriesWriter.class)
                    .replace(longer.id, List.of(Series.of(Channel.of("Air", "°C"), axis, air, null)));
            for (long first : new long[] {0, 4090, 5000, 9990}) {
                String part = "from=" + START.plus(Duration.ofMinutes(first)) + "&to="
                        + START.plus(Duration.ofMinutes(first + 10));
                assertThat(get("/missions/" + longer.id + "/series.csv?time=ms&" + part)
                                .body()
                                .lines()
                                .skip(1)
                                .map(l -> l.replaceAll(".*,", "")))
                        .isEqualTo(LongStream.range(first, first + 10)
                                .mapToObj(i -> i + ".0")
                                .toList());
                assertThat(json("/missions/" + longer.id + "/series.json?" + part)
                                .get("rows"))
                        .hasSize(10);
            }
        }
    }

    private static HttpRequest.Builder upload(String path, String name, String content, String fields) {
        String body = "--xYx\r\nContent-Disposition: form-data; name=\"file\"; filename=\"" + name
                + "\"\r\nContent-Type: text/csv\r\n\r\n" + content + "\r\n" + fields + "--xYx--\r\n";
        return at(path).header("Content-Type", "multipart/form-data; boundary=xYx")
                .POST(HttpRequest.BodyPublishers.ofString(body));
    }

    private static String field(String name, String value) {
        return "--xYx\r\nContent-Disposition: form-data; name=\"" + name + "\"\r\n\r\n" + value + "\r\n";
    }

    @Test
    void files_are_judged_and_handed_in() throws Exception {
        String csv = "time,Air (°C)\n2026-03-01T00:00:00Z,4\n2026-03-01T01:00:00Z,9\n2026-03-01T02:00:00Z,4\n";
        String limits = field("limits", "{\"rules\":[{\"id\":\"warm\",\"channel\":\"Air\",\"bound\":{\"above\":8}}]}")
                + field("zone", "UTC");
        HttpResponse<String> judged = send(upload("/judge", "a.csv", csv, limits), viewer);
        assertThat(judged.statusCode()).as(judged.body()).isEqualTo(200);
        assertThat(JSON.readTree(judged.body()).get("verdict").asString()).isEqualTo("excursions");
        problem(send(upload("/judge", "a.csv", "time,Air\nnonsense,1\n", limits), viewer), 400, "file: ");
        problem(send(upload("/judge", "a.csv", csv, field("limits", "{\"rules\":3}")), viewer), 400, "limits: ");
        problem(send(upload("/files", "a.csv", csv, ""), viewer), 403, "role does not allow");
        HttpResponse<String> file = send(upload("/files", "a.csv", csv, ""), technician);
        assertThat(file.statusCode()).isEqualTo(200);
        page.navigate(bed.address + JSON.readTree(file.body()).get("page").asString());
        assertThat(page.locator("main")).containsText("a.csv");
        HttpResponse<String> carrier = send(upload("/carriers", "x.zip", "no archive", ""), technician);
        assertThat(JSON.readTree(carrier.body()).get("refused").asBoolean()).isTrue();
    }

    @Test
    void a_report_is_ordered_and_an_order_that_makes_no_sense_is_refused() throws Exception {
        HttpResponse<String> order = send(
                at("/reports")
                        .header("Content-Type", "application/json")
                        .POST(HttpRequest.BodyPublishers.ofString(
                                "{\"from\": \"2026-03-01\", \"to\": \"2026-03-31\", \"comment\": \"By a program\"}")),
                technician);
        assertThat(order.statusCode()).as(order.body()).isEqualTo(202);
        long id = JSON.readTree(order.body()).get("id").asLong();
        assertThat(MadeReports.made(bed, id).ready()).isTrue();
        assertThat(json("/reports/" + id).get("sha256").asString()).hasSize(64);
        assertThat(get("/reports/" + id + "/report.pdf").body()).startsWith("%PDF-");
        for (String[] wrong : new String[][] {
            {"{\"from\": \"2026-03-31\", \"to\": \"2026-03-01\"}", "409", "ends before it begins"},
            {"{}", "400", "Say “mission”"},
            {"{\"mission\": 999999}", "404", "There is no mission"},
            {"{\"mission\": \"x\"}", "400", "“mission” has a value of another kind"},
            {"{\"mision\": 3}", "400", "There is no field “mision” here; there are "},
            {"null", "400", "Say “mission”"},
            {"[".repeat(100_000), "400", "JSON"},
            {"not json", "400", ""}
        }) {
            problem(
                    send(
                            at("/reports")
                                    .header("Content-Type", "application/json")
                                    .POST(HttpRequest.BodyPublishers.ofString(wrong[0])),
                            technician),
                    Integer.parseInt(wrong[1]),
                    wrong[2]);
        }
    }

    @Test
    void a_token_that_is_used_too_often_waits() throws Exception {
        String busy = bed.bean(ApiTokens.class).make("tech", "busy", Role.VIEWER, Duration.ofDays(1));
        HttpResponse<String> answer = null;
        // at most two minutes of the clock are touched
        for (int i = 0; i < 1201 && (answer == null || answer.statusCode() == 200); i++) {
            answer = send(at("/reports/0").method("HEAD", HttpRequest.BodyPublishers.noBody()), busy);
            if (answer.statusCode() == 404) {
                answer = null;
            }
        }
        assertThat(answer).isNotNull();
        assertThat(answer.statusCode()).isEqualTo(429);
        assertThat(Integer.parseInt(answer.headers().firstValue("Retry-After").orElseThrow()))
                .isBetween(1, 60);
        assertThat(send(at("/reports"), viewer).statusCode()).isEqualTo(200);
    }

    /** 8 MB that nobody reads hold no turn, and are in the end what the command would print. */
    @Test
    void whoever_reads_a_long_answer_slowly_keeps_nobody_from_judging() throws Exception {
        StringBuilder csv = new StringBuilder("time,Air (°C)\n");
        Instant from = Instant.parse("2026-01-01T00:00:00Z");
        for (int i = 0; i < 39_000; i++) {
            csv.append(from.plusSeconds(60L * i)).append(i % 2 == 0 ? ",0\n" : ",10\n");
        }
        String limits = "{\"rules\":[{\"id\":\"warm\",\"channel\":\"Air\",\"bound\":{\"above\":5}}]}";
        List<HttpResponse<InputStream>> open = new ArrayList<>();
        for (int i = 0; i < 3; i++) {
            open.add(HTTP.send(
                    upload("/judge", "a.csv", csv.toString(), field("limits", limits) + field("zone", "UTC"))
                            .header("Authorization", "Bearer " + viewer)
                            .build(),
                    HttpResponse.BodyHandlers.ofInputStream()));
        }
        assertThat(open).allSatisfy(r -> assertThat(r.statusCode()).isEqualTo(200));
        String expected = JudgementDocument.of(
                        JudgedRecord.of(PlainFile.read(
                                new ByteArrayInputStream(csv.toString().getBytes(StandardCharsets.UTF_8)),
                                null,
                                n -> {})),
                        LimitsDocument.read(limits),
                        ZoneOffset.UTC,
                        MeanKineticTemperature.DEFAULT_ENTHALPY)
                .json();
        assertThat(expected.length()).isGreaterThan(7_000_000);
        for (HttpResponse<InputStream> r : open) {
            try (InputStream body = r.body()) {
                assertThat(new String(body.readAllBytes(), StandardCharsets.UTF_8))
                        .isEqualTo(expected);
            }
        }
    }

    /** One request does not take the memory that all live on: what would is a problem that says how much is told. */
    @Test
    void a_judgement_without_end_is_refused_and_a_window_longer_than_the_record_takes_no_room() throws Exception {
        StringBuilder csv = new StringBuilder("time,Air (°C)\n");
        Instant at = Instant.parse("2026-01-01T00:00:00Z");
        for (int i = 0; i < 45_000; i++) {
            csv.append(at.plusSeconds(60L * i)).append(i % 2 == 0 ? ",0\n" : ",10\n");
        }
        String rule = "{\"id\":\"r%d\",\"channel\":\"Air\",\"bound\":{\"above\":5}}";
        String one = "{\"rules\":[" + String.format(rule, 0) + "]}";
        problem(
                send(upload("/judge", "a.csv", csv.toString(), field("limits", one)), viewer),
                400,
                "more than 20000 excursions");
        String many = IntStream.rangeClosed(0, 60)
                .mapToObj(i -> String.format(rule, i))
                .collect(Collectors.joining(","));
        problem(
                send(
                        upload(
                                "/judge",
                                "a.csv",
                                "time,Air\n2026-01-01T00:00:00Z,1\n",
                                field("limits", "{\"rules\":[" + many + "]}")),
                        viewer),
                400,
                "at most 60 rules");
        String huge = "{\"rules\":[{\"id\":\"m\",\"channel\":\"Air\",\"bound\":{\"above\":5},"
                + "\"basis\":{\"movingMean\":2000000000}}]}";
        HttpResponse<String> judged = send(upload("/judge", "a.csv", csv.toString(), field("limits", huge)), viewer);
        assertThat(judged.statusCode()).as(judged.body()).isEqualTo(200);
        assertThat(JSON.readTree(judged.body()).get("verdict").asString()).isEqualTo("inconclusive");
    }

    @Test
    void it_describes_itself_and_asks_nothing_of_the_network() {
        List<String> elsewhere = new java.util.ArrayList<>();
        page.onRequest(r -> {
            if (!r.url().startsWith(bed.address) && !r.url().startsWith("data:")) {
                elsewhere.add(r.url());
            }
        });
        page.navigate(bed.address + "/api/docs");
        assertThat(page.locator("body")).containsText("All loggers, and what each needs somebody for");
        assertThat(elsewhere).isEmpty();
        String description = page.request().get(bed.address + "/api/openapi").text();
        assertThat(JSON.readTree(description).get("paths").propertyNames())
                .allSatisfy(p -> assertThat(p).startsWith("/api/v1/"))
                .contains("/api/v1/missions/{id}/series.csv");
        List<String> names = new java.util.ArrayList<>();
        JSON.readTree(description)
                .get("paths")
                .forEach(path -> path.forEach(
                        method -> names.add(method.get("operationId").asString())));
        // each once, and by its own name, not by a number that changes with its neighbours
        assertThat(names)
                .doesNotHaveDuplicates()
                .noneMatch(n -> n.matches(".*_\\d+"))
                .contains("missionsMission");
    }

    @Test
    void the_examples_of_the_documentation_run() throws Exception {
        String text = Files.readString(Path.of("..", "docs", "api.md"))
                .replace("missions/1/", "missions/" + m.id + "/")
                .replace("{\"mission\": 1}", "{\"mission\": " + m.id + "}");
        Matcher block =
                Pattern.compile("```(sh|python)\\n(.*?)```", Pattern.DOTALL).matcher(text);
        int run = 0;
        while (block.find()) {
            String told = block.group(1).equals("sh")
                    ? run(List.of("bash", "-e", "-c", block.group(2)))
                    : run(List.of("python3", "-c", block.group(2)));
            assertThat(told).contains(block.group(1).equals("sh") ? "\"verdict\":\"excursions\"" : "QL-API");
            run++;
        }
        assertThat(run).isEqualTo(2);
    }

    private static String run(List<String> command) throws IOException, InterruptedException {
        ProcessBuilder builder = new ProcessBuilder(command).redirectErrorStream(true);
        builder.environment().put("PELERIN", bed.address);
        builder.environment().put("TOKEN", technician);
        Process process = builder.start();
        String told = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor(60, TimeUnit.SECONDS)).isTrue();
        assertThat(process.exitValue()).as(told).isZero();
        return told;
    }
}
