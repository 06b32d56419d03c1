package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URLEncoder;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.findings.Findings;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.Excursions;
import org.pelerin.app.judge.limits.LimitSet;
import org.pelerin.app.judge.limits.LimitSets;
import org.pelerin.app.judge.limits.LimitsInForce;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.organisation.account.Role;
import org.pelerin.app.record.Excluded;
import org.pelerin.app.record.JudgedRecords;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.app.report.recheck.MissionCheck;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.GapRule;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.judge.Severity;
import org.pelerin.core.judge.Side;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.springframework.jdbc.core.JdbcTemplate;

/** A mission with an excursion of every kind that there is, on every page and in every document that tells of excursions. */
@Tag("bed")
@Timeout(180)
class ExcursionKindsTest {

    private static final Instant START = EveryKind.START;
    private static final int ROWS = EveryKind.ROWS;

    private static final List<String> RULES = List.of(
            "above",
            "below",
            "moving",
            "mean",
            "total",
            "rate",
            "dose",
            "allowance",
            "both",
            "hole",
            "holes",
            "coverage");

    private static TestBed bed;
    private static EveryKind kinds;
    private static OwnMission own;
    private static LimitSet set;
    private static Visitor reviewer;
    private static long spot;

    @BeforeAll
    static void record() throws IOException, InterruptedException {
        bed = TestBed.get();
        bed.bean(AccountService.class).create("kinds", "Kinds", "pelerin", Role.REVIEWER, "system");
        reviewer = Visitor.signedIn(bed.address, "kinds");
        kinds = new EveryKind(bed, "QL-KINDS");
        own = kinds.mission;
        spot = kinds.spot;
        set = kinds.set;
    }

    @AfterAll
    static void away() {
        kinds.close();
    }

    private static JudgementDocument judged() {
        return bed.bean(Evaluation.class).judgement(own.mission()).orElseThrow();
    }

    private static HttpResponse<String> get(String path) throws IOException, InterruptedException {
        HttpResponse<String> answer = reviewer.get(path);
        assertThat(answer.statusCode()).as(path).isEqualTo(200);
        return answer;
    }

    @Test
    void each_rule_finds_what_it_is_for() {
        assertThat(judged().excursions().stream().map(e -> e.rule()).distinct().toList())
                .containsExactlyInAnyOrderElementsOf(RULES);
        assertThat(judged().excursions().stream()
                        .filter(e -> e.side() == Side.MISSING)
                        .map(e -> e.rule() + " of " + e.subject() + " for "
                                + e.duration().toHours() + " h"))
                .containsExactlyInAnyOrder(
                        "hole of Air for 4 h", "holes of The record for 4 h", "coverage of The record for 4 h");
        // as it is stored and as it is read
        assertThat(JudgementDocument.read(judged().json())).isEqualTo(judged());
    }

    @Test
    void the_mission_page_tells_all_of_them() throws Exception {
        String page = get("/missions/" + own.id).body();
        assertThat(page)
                .contains("▲ Air above 14")
                .contains("▼ Air below 10")
                .contains("◇ Air without data")
                .contains("◇ The record without data")
                .contains("Outside limits");
        assertThat(page.split("class=\"unit excursion", -1))
                .hasSize(judged().excursions().size() + 1);
    }

    @Test
    void the_report_tells_all_of_them() throws Exception {
        byte[] pdf = MadeReports.ofMission(bed, own.id);
        try (PDDocument document = Loader.loadPDF(pdf)) {
            String text = new PDFTextStripper().getText(document).replaceAll("\\s+", " ");
            assertThat(text)
                    .contains("The record without data")
                    .contains("Air without data")
                    .contains("Air outside")
                    .contains("Flow above");
        }
    }

    @Test
    void other_limits_are_tried_on_it() throws Exception {
        String query = EveryKind.limits().rules().stream()
                .map(r -> "rule=" + r.id())
                .limit(1)
                .collect(Collectors.joining("&"));
        String body = reviewer.send(reviewer.to("/missions/" + own.id + "/what-if?" + query + "&low=&high=20&lasting=")
                        .setHeader("Accept", "application/json")
                        .build())
                .body();
        assertThat(body)
                .contains("\"side\":\"missing\"")
                .contains("\"side\":\"above\"")
                .contains("\"side\":\"below\"");
    }

    @Test
    void every_other_page_and_file_tells_of_it() throws Exception {
        for (String path : List.of(
                "/",
                "/missions",
                "/findings",
                "/spots/" + spot,
                "/limits/" + set.id(),
                "/missions/" + own.id + "/findings",
                "/missions/" + own.id + "/samples.xlsx",
                "/spots/" + spot + "/hour-map",
                "/limits/" + set.id() + "/past-data?spot=" + spot,
                "/limits/" + set.id() + "/past-data/" + own.id)) {
            HttpResponse<String> answer = reviewer.get(path);
            assertThat(answer.statusCode()).as(path).isEqualTo(200);
        }
        assertThat(get("/missions/" + own.id + "/findings").body()).contains("without data");
    }

    @Test
    void every_excursion_has_its_finding_which_has_a_name() throws Exception {
        // it was made of nothing that could be decoded again; all else agrees
        assertThat(bed.bean(MissionCheck.class).troubles(own.id)).noneMatch(t -> t.contains("inding"));
        for (var f : bed.bean(Findings.class).about(own.id)) {
            String page = get("/findings/" + f.id()).body();
            assertThat(page).doesNotContain("“”").containsAnyOf("without data", "Without data", " above ", " below ");
        }
    }

    @Test
    void missing_data_are_kept_as_missing_and_counted_as_no_excursion_of_values() {
        JdbcTemplate sql = bed.bean(JdbcTemplate.class);
        assertThat(sql.queryForObject(
                        "SELECT COUNT(*) FROM excursion WHERE mission_id = ? AND direction = 'MISSING'",
                        Long.class,
                        own.id))
                .isEqualTo(3);
        long before = bed.bean(Excursions.class).countSince(START);
        sql.update("DELETE FROM excursion WHERE mission_id = ? AND direction = 'MISSING'", own.id);
        assertThat(bed.bean(Excursions.class).countSince(START)).isEqualTo(before);
        bed.bean(Evaluation.class).again(own.id);
    }

    @Test
    void what_made_a_gap_too_long_can_be_taken_back() throws Exception {
        try (OwnMission other = new OwnMission(bed, "QL-KINDS2", START)) {
            double[] air = new double[ROWS];
            Arrays.fill(air, 12);
            bed.bean(SeriesWriter.class)
                    .replace(
                            other.id,
                            List.of(Series.of(
                                    Channel.of("Air", "°C"),
                                    TimeAxis.of(START, Duration.ofHours(1), ROWS),
                                    air,
                                    null)));
            Limits strict = new Limits(
                    "No holes",
                    List.of(Rule.of("above", "Air", new Bound.Above(14), Lasting.ANY)),
                    List.of(new GapRule("holes", null, Duration.ofHours(2), 50.0, Severity.MAJOR)));
            LimitSet holes = bed.bean(LimitSets.class).create("No holes", strict, "tech");
            bed.bean(LimitsInForce.class).say(other.mission(), holes, "to see", "tech");
            bed.bean(Evaluation.class).again(other.id);
            String to = "/missions/" + other.id;
            assertThat(get(to).body()).contains("Within limits");
            send(to + "/exclusions", "from=2026-03-03T00:00&to=2026-03-03T06:00&kind=NOT_VALID&reason=sensor+out");
            assertThat(get(to).body()).contains("without data").contains("◇ The record without data");
            List<Excluded> out = bed.bean(JudgedRecords.class).excluded(other.id);
            assertThat(out).hasSize(1);
            send(to + "/exclusions/" + out.get(0).id() + "/undo", "");
            assertThat(get(to).body()).contains("Within limits");
        }
    }

    @Test
    void a_result_that_cannot_be_read_is_said_on_its_page_and_made_anew() throws Exception {
        try (OwnMission damaged = new OwnMission(bed, "QL-KINDS3", START)) {
            double[] air = new double[ROWS];
            Arrays.fill(air, 12);
            bed.bean(SeriesWriter.class)
                    .replace(
                            damaged.id,
                            List.of(Series.of(
                                    Channel.of("Air", "°C"),
                                    TimeAxis.of(START, Duration.ofHours(1), ROWS),
                                    air,
                                    null)));
            bed.bean(Evaluation.class).again(damaged.id);
            bed.bean(JdbcTemplate.class)
                    .update(
                            "UPDATE mission SET judgement = '{\"verdict\":\"wi', spot_id = ? WHERE id = ?",
                            spot,
                            damaged.id);
            String to = "/missions/" + damaged.id;
            assertThat(get(to).body()).contains("cannot be read").contains("Check against limits again");
            // what tells of it elsewhere leads there, and what tells of others goes on
            assertThat(reviewer.get(to + "/sound").headers().firstValue("Location"))
                    .hasValueSatisfying(l -> assertThat(l).endsWith(to));
            get("/spots/" + spot + "/hour-map");
            send(to + "/judge-anew", "");
            assertThat(get(to).body()).contains("Within limits");
        }
    }

    @Test
    void a_mission_of_which_nothing_was_recorded_asks_for_no_chart() throws Exception {
        try (OwnMission empty = new OwnMission(bed, "QL-KINDS4", START)) {
            bed.bean(Evaluation.class).again(empty.id);
            assertThat(get("/missions/" + empty.id).body())
                    .contains("The logger recorded nothing")
                    .doesNotContain("js/mission/mission.js");
        }
    }

    private static void send(String path, String fields) throws IOException, InterruptedException {
        HttpResponse<String> answer = reviewer.send(reviewer.to(path)
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(java.net.http.HttpRequest.BodyPublishers.ofString(
                        fields + "&_csrf=" + URLEncoder.encode(reviewer.token(), StandardCharsets.UTF_8)))
                .build());
        assertThat(answer.statusCode()).as(path + " " + answer.body()).isEqualTo(302);
    }
}
