package org.pelerin.command;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The command as it is called: hand-worked records for each kind of rule, and what it refuses. */
class JudgeCommandTest {

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Instant START = Instant.parse("2026-03-02T06:00:00Z");

    @TempDir
    Path folder;

    private int code;
    private String out;
    private String err;

    private void run(String csv, String limits, String... more) throws IOException {
        run(csv.getBytes(StandardCharsets.UTF_8), limits, more);
    }

    private void run(byte[] csv, String limits, String... more) throws IOException {
        Path file = Files.write(folder.resolve("record.csv"), csv);
        Path rules = Files.writeString(folder.resolve("limits.json"), limits);
        List<String> args = new ArrayList<>(List.of(file.toString(), "--limits", rules.toString()));
        args.addAll(Arrays.asList(more));
        call(new byte[0], args.toArray(String[]::new));
    }

    private void call(byte[] input, String... args) {
        ByteArrayOutputStream told = new ByteArrayOutputStream();
        ByteArrayOutputStream wrong = new ByteArrayOutputStream();
        code = new JudgeCommand(
                        new ByteArrayInputStream(input),
                        new PrintStream(told, true, StandardCharsets.UTF_8),
                        new PrintStream(wrong, true, StandardCharsets.UTF_8))
                .run(args);
        out = told.toString(StandardCharsets.UTF_8);
        err = wrong.toString(StandardCharsets.UTF_8);
    }

    private JsonNode judged(String csv, String limits, String... more) throws IOException {
        List<String> args = new ArrayList<>(Arrays.asList(more));
        args.add("--json");
        run(csv, limits, args.toArray(String[]::new));
        assertThat(err).isEmpty();
        return JSON.readTree(out);
    }

    /** A value every so many minutes; null for an empty cell. */
    private static String every(int minutes, String head, Object... values) {
        StringBuilder text = new StringBuilder("time," + head + "\n");
        for (int i = 0; i < values.length; i++) {
            text.append(START.plus(Duration.ofMinutes((long) minutes * i)))
                    .append(',')
                    .append(values[i] == null ? "" : values[i])
                    .append('\n');
        }
        return text.toString();
    }

    private static String rules(String... rules) {
        return "{\"name\": \"test\", \"rules\": [" + String.join(",", rules) + "]}";
    }

    private static String at(int minutes) {
        return START.plus(Duration.ofMinutes(minutes)).toString();
    }

    @Test
    void within_excursions_and_inconclusive_end_with_0_1_and_2() throws IOException {
        String warm = rules("{\"id\": \"warm\", \"channel\": \"Air\", \"bound\": {\"above\": 14}}");
        run(every(10, "Air (°C)", 12, 14, 13), warm);
        assertThat(code).isZero();
        assertThat(out).startsWith("WITHIN LIMITS: samples cover 100 % of the time.");
        run(every(10, "Air (°C)", 12, 14.1, 13), warm);
        assertThat(code).isEqualTo(1);
        assertThat(out).startsWith("EXCURSIONS").contains("warm, Air: above 14 °C", "peak 14.1 °C");
        run(every(10, "Air (°C)", 12, null, 13), warm);
        assertThat(code).isEqualTo(2);
        assertThat(out).startsWith("INCONCLUSIVE").contains("samples cover less than 95 % of “Air”");
        run(every(10, "Air (°C)", 12, 13), rules());
        assertThat(code).isEqualTo(2);
        assertThat(out).contains("no limits were set");
        run("time,Air (°C)\n", warm);
        assertThat(code).isEqualTo(2);
    }

    @Test
    void a_moving_mean_is_of_the_trailing_samples_and_starts_anew_after_a_gap() throws IOException {
        // means of 3: –, –, 12, 14, 16 | –, –, 20
        JsonNode j = judged(
                every(10, "Air (°C)", 10, 12, 14, 16, 18, null, 20, 20, 20),
                rules(
                        "{\"id\": \"m\", \"channel\": \"Air\", \"bound\": {\"above\": 13}, \"basis\": {\"movingMean\": 3},"
                                + " \"bridge\": \"PT0S\"}"));
        assertThat(j.at("/excursions")).hasSize(2);
        assertThat(j.at("/excursions/0/start").asString()).isEqualTo(at(30));
        assertThat(j.at("/excursions/0/end").asString()).isEqualTo(at(50));
        assertThat(j.at("/excursions/0/peak").asDouble()).isEqualTo(16);
        assertThat(j.at("/excursions/1/start").asString()).isEqualTo(at(80));
    }

    @Test
    void a_rate_is_the_backward_difference_at_the_later_sample() throws IOException {
        // 0.5 °C in 10 minutes are 3 °C an hour
        JsonNode j = judged(
                every(10, "Air (°C)", 12, 12, 12.5, 13.1, 13.1),
                rules(
                        "{\"id\": \"fast\", \"channel\": \"Air\", \"bound\": {\"above\": 3}, \"basis\": {\"rate\": \"PT1H\"}}"));
        assertThat(j.at("/excursions")).hasSize(1);
        assertThat(j.at("/excursions/0/start").asString()).isEqualTo(at(30));
        assertThat(j.at("/excursions/0/peak").asDouble()).isCloseTo(3.6, within(1e-9));
        assertThat(j.at("/excursions/0/unit").asString()).isEqualTo("°C/h");
    }

    @Test
    void a_block_mean_stands_for_its_window_and_needs_three_quarters_of_it() throws IOException {
        // hours of 12 and 16, 14 and 14, 20 and nothing
        JsonNode j = judged(
                every(30, "Discharge (°C)", 12, 16, 14, 14, 20, null, 13, 13),
                rules(
                        "{\"id\": \"mean\", \"channel\": \"Discharge\", \"bound\": {\"above\": 13.9}, \"basis\": {\"blockMean\":"
                                + " \"PT1H\", \"anchor\": \"start\"}}"));
        assertThat(j.at("/excursions")).hasSize(1);
        assertThat(j.at("/excursions/0/start").asString()).isEqualTo(at(0));
        assertThat(j.at("/excursions/0/end").asString()).isEqualTo(at(120));
        assertThat(j.at("/excursions/0/samples").asInt()).isEqualTo(2);
        assertThat(j.at("/excursions/0/mean").asDouble()).isEqualTo(14);
        assertThat(j.at("/reasons/0").asString()).contains("could not judge 1 of 4 blocks");
    }

    @Test
    void a_total_of_a_day_on_the_clock_that_changes() throws IOException {
        // Paris, 29 March 2026 has 23 hours: 1 l/min all day is 1380 l
        StringBuilder text = new StringBuilder("time,Outflow (l/min)\n");
        Instant t = Instant.parse("2026-03-27T23:00:00Z");
        for (int i = 0; i < 71; i++) {
            text.append(t.plus(Duration.ofHours(i))).append(",1\n");
        }
        String rule =
                "{\"id\": \"day\", \"channel\": \"Outflow\", \"bound\": {\"below\": 1400}, \"basis\": {\"total\": \"P1D\","
                        + " \"per\": \"PT1M\", \"anchor\": \"clock\"}}";
        JsonNode j = judged(text.toString(), rules(rule), "--zone", "Europe/Paris");
        assertThat(j.at("/excursions")).hasSize(1);
        assertThat(j.at("/excursions/0/start").asString()).isEqualTo("2026-03-28T23:00:00Z");
        assertThat(j.at("/excursions/0/end").asString()).isEqualTo("2026-03-29T22:00:00Z");
        assertThat(j.at("/excursions/0/peak").asDouble()).isEqualTo(1380);
        assertThat(j.at("/excursions/0/unit").asString()).isEqualTo("l");
        run(text.toString(), rules(rule));
        assertThat(code).isEqualTo(3);
        assertThat(err).contains("“day” looks at the local clock").contains("--zone");
    }

    @Test
    void a_partly_covered_total_that_is_above_already_is_out() throws IOException {
        String above = rules(
                "{\"id\": \"h\", \"channel\": \"Flow\", \"bound\": {\"above\": 50}, \"basis\": {\"total\": \"PT1H\","
                        + " \"per\": \"PT1M\"}}");
        JsonNode j = judged(every(15, "Flow (l/min)", 2, 2, null, null, 0.5, 0.5, null, 0.5), above);
        assertThat(j.at("/excursions")).hasSize(1);
        assertThat(j.at("/excursions/0/peak").asDouble()).isEqualTo(60);
        assertThat(j.at("/excursions/0/end").asString()).isEqualTo(at(60));
    }

    @Test
    void a_dose_belongs_to_its_shift() throws IOException {
        // 2 h each at 85, 90, 95, 78 dB in a shift of 8 h: 361.314891 % by Lc 85 and q 3
        StringBuilder text = new StringBuilder("time,Hall (dB)\n");
        for (int i = 0; i < 48; i++) {
            double level = i < 8 ? List.of(85, 90, 95, 78).get(i / 2) : 40;
            text.append(START.plus(Duration.ofHours(i)))
                    .append(',')
                    .append(level)
                    .append('\n');
        }
        String dose =
                "{\"id\": \"noise\", \"channel\": \"Hall\", \"bound\": {\"above\": 100}, \"basis\": {\"dose\": {\"criterion\":"
                        + " 85, \"exchange\": 3}, \"from\": \"06:00\", \"to\": \"14:00\", \"days\": [\"MON\", \"TUE\"], \"zone\": \"UTC\"}}";
        JsonNode j = judged(text.toString(), rules(dose));
        assertThat(j.at("/excursions")).hasSize(1);
        assertThat(j.at("/excursions/0/peak").asDouble()).isCloseTo(361.314891, within(1e-6));
        assertThat(j.at("/excursions/0/end").asString()).isEqualTo(at(480));
        assertThat(j.at("/excursions/0/unit").asString()).isEqualTo("%");
        // by Lc 90, q 5 and a threshold of 80: 87.5 %, which is no excursion
        String osha = dose.replace(
                "\"criterion\": 85, \"exchange\": 3", "\"criterion\": 90, \"exchange\": 5, \"threshold\": 80");
        assertThat(judged(text.toString(), rules(osha)).at("/verdict").asString())
                .isEqualTo("within");
        String tight = osha.replace("\"above\": 100", "\"above\": 87.5");
        assertThat(judged(text.toString(), rules(tight)).at("/verdict").asString())
                .isEqualTo("within");
    }

    @Test
    void windows_of_a_second_against_millennia_come_to_an_end() throws IOException {
        String limits =
                rules("{\"id\": \"m\", \"channel\": \"Air\", \"bound\": {\"above\": 1}, \"basis\": {\"blockMean\":"
                        + " \"PT1S\"}}");
        run("time,Air (°C)\n0001-01-01T00:00:00Z,1\n9999-01-01T00:00:00Z,2\n", limits);
        assertThat(code).isEqualTo(3);
        assertThat(err).contains("million windows");
        // a gap of millennia is counted, not gone through
        run(
                "time,Air (°C)\n0001-01-01T00:00:00Z,1\n0001-01-01T00:00:01Z,1\n0001-01-01T00:00:02Z,1\n9999-01-01T00:00:00Z,2\n",
                limits);
        assertThat(code).isEqualTo(1);
        assertThat(out).contains("could not judge");
    }

    @Test
    void a_nominal_value_bounds_both_sides() throws IOException {
        String mains = rules("{\"id\": \"u\", \"channel\": \"L1\", \"bound\": {\"nominal\": 230, \"plusPercent\": 10,"
                + " \"minusPercent\": 10}}");
        assertThat(judged(every(1, "L1 (V)", 230, 253, 207), mains)
                        .at("/verdict")
                        .asString())
                .isEqualTo("within");
        JsonNode j = judged(every(1, "L1 (V)", 230, 253.1, 206.9), mains);
        assertThat(j.at("/excursions")).hasSize(2);
        assertThat(j.at("/excursions/0/limit").asDouble()).isEqualTo(253);
        assertThat(j.at("/excursions/1/direction").asString()).isEqualTo("below");
    }

    @Test
    void rules_on_gaps_depart_by_length_and_by_coverage() throws IOException {
        String in = "{\"id\": \"a\", \"channel\": \"Air\", \"bound\": {\"above\": 99}}";
        String record = every(60, "Air (°C)", 1, null, null, 1, 1, 1, 1, 1, 1, 1);
        JsonNode j =
                judged(record, rules(in, "{\"id\": \"holes\", \"gap\": {\"longest\": \"PT1H\", \"coverage\": 80}}"));
        assertThat(j.at("/verdict").asString()).isEqualTo("excursions");
        assertThat(j.at("/excursions/0/direction").asString()).isEqualTo("gap");
        assertThat(j.at("/excursions/0/duration").asString()).isEqualTo("PT2H");
        assertThat(j.at("/excursions/0/unobserved").asString()).isEqualTo("PT2H");
        assertThat(j.at("/excursions/0/alarmAt").asString()).isEqualTo(at(120));
        assertThat(j.at("/excursions/0/channel").isNull()).isTrue();
        assertThat(j.at("/coverage").asDouble()).isEqualTo(80);
        // exactly as long as allowed, and covered as is asked for
        assertThat(judged(record, rules(in, "{\"id\": \"holes\", \"gap\": {\"longest\": \"PT2H\", \"coverage\": 80}}"))
                        .at("/verdict")
                        .asString())
                .isEqualTo("within");
        // too little data comes before a gap that is too long
        assertThat(judged(record, rules(in, "{\"id\": \"holes\", \"gap\": {\"longest\": \"PT1H\", \"coverage\": 81}}"))
                        .at("/verdict")
                        .asString())
                .isEqualTo("inconclusive");
    }

    @Test
    void an_expected_period_makes_missing_edges_gaps() throws IOException {
        String in = rules("{\"id\": \"a\", \"channel\": \"Air\", \"bound\": {\"above\": 99}}");
        JsonNode j = judged(every(60, "Air (°C)", 1, 1, 1, 1), in, "--start", at(-120), "--end", at(360));
        assertThat(j.at("/gaps")).hasSize(2);
        assertThat(j.at("/coverage").asDouble()).isEqualTo(50);
        assertThat(code).isEqualTo(2);
        // half of the first sample and half of the last lie outside
        JsonNode k = judged(every(60, "Air (°C)", 1, 2, 3, 4), in, "--start", at(30), "--end", at(210));
        assertThat(k.at("/series/0/count").asInt()).isEqualTo(3);
        assertThat(k.at("/coverage").asDouble()).isEqualTo(100);
        assertThat(k.at("/series/0/mean").asDouble()).isCloseTo((2 + 3 + 4 * 0.5) / 2.5, within(1e-12));
    }

    @Test
    void a_rule_whose_channel_is_not_there_makes_it_inconclusive_and_names_it() throws IOException {
        run(every(10, "Air (°C)", 1, 1), rules("{\"id\": \"a\", \"channel\": \"Water\", \"bound\": {\"above\": 9}}"));
        assertThat(code).isEqualTo(2);
        assertThat(out).contains("the record has no channel “Water”, which “a” looks at");
    }

    @Test
    void a_file_is_accepted_with_a_mark_crlf_blanks_quotes_and_offsets() throws IOException {
        String text = "\uFEFFtime, \"Air, left (°C)\"\r\n2026-03-02T07:00:00+01:00, 12.5\r\n"
                + "2026-03-02T06:10:00.000Z,\"13\"\r\n 2026-03-02T01:20:00-05:00 ,1.4e1\r\n2026-03-02T06:30Z,+15";
        JsonNode j = judged(text, rules("{\"id\": \"a\", \"channel\": \"Air, left\", \"bound\": {\"above\": 14.5}}"));
        assertThat(j.at("/series/0/count").asInt()).isEqualTo(4);
        assertThat(j.at("/series/0/channel").asString()).isEqualTo("Air, left");
        assertThat(j.at("/series/0/unit").asString()).isEqualTo("°C");
        assertThat(j.at("/excursions/0/start").asString()).isEqualTo(at(30));
        assertThat(j.at("/excursions/0/end").asString()).isEqualTo(at(40));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "time;Air (°C)\\n2026-03-02T06:00:00Z;1|line 1, column 1",
                "time,Air (°C),Air (°F)\\n|line 1, column 3: two channels",
                "time,(°C)\\n2026-03-02T06:00:00Z,1|",
                "time, (°C)x\\n2026-03-02T06:00:00,1|line 2, column 1",
                "time,Air (°C)\\n2026-03-02T06:00:00Z,1;5|line 2, column 2",
                "time,Air (°C)\\n2026-03-02T06:00:00Z,\"1,5\"|line 2, column 2",
                "time,Air (°C)\\n2026-03-02T06:00:00Z,1,5|line 2, column 3: the row has 3 cells",
                "time,Air (°C)\\n2026-03-02T06:00:00Z|line 2, column 2: the row has 1 cell",
                "time,Air (°C)\\n2026-03-02T06:00:00Z,NaN|line 2, column 2",
                "time,Air (°C)\\n2026-03-02T06:00:00Z,1 °C|line 2, column 2",
                "time,Air (°C)\\n2026-03-02T06:00:00Z,1e999|line 2, column 2",
                "time,Air (°C)\\n2026-03-02T06:00:00Z,1d|line 2, column 2",
                "time,Air (°C)\\n2026-03-02T06:00:00Z,0x10|line 2, column 2",
                "time,Air (°C)\\n02.03.2026 06:00,1|line 2, column 1",
                "time,Air (°C)\\n2026-02-30T06:00:00Z,1|line 2, column 1",
                "time,Air (°C)\\n2026-03-02T06:00:00Z,1\\n\\n2026-03-02T06:20:00Z,1|line 3, column 1: the row is empty",
                "time,Air (°C)\\n2026-03-02T06:00:00Z,1\\n2026-03-02T07:00:00+01:00,1|line 3, column 1: the instant is the same",
                "time,Air (°C)\\n2026-03-02T06:00:00Z,1\\n2026-03-02T05:00:00Z,1|line 3, column 1: the instant lies before",
            })
    void what_is_not_the_plain_form_is_refused_at_its_place(String csv, String message) throws IOException {
        run(csv.replace("\\n", "\n"), rules("{\"id\": \"a\", \"channel\": \"Air\", \"bound\": {\"above\": 9}}"));
        if (message == null) {
            // a unit alone is a name
            assertThat(code).isEqualTo(2);
            return;
        }
        assertThat(code).isEqualTo(3);
        assertThat(out).isEmpty();
        assertThat(err.strip()).doesNotContain("\n").contains(message);
    }

    @Test
    void bytes_that_are_no_text_are_refused() throws IOException {
        String limits = rules("{\"id\": \"a\", \"channel\": \"Air\", \"bound\": {\"above\": 9}}");
        run("time,Air (°C)\n2026-03-02T06:00:00Z,1\n".getBytes(StandardCharsets.ISO_8859_1), limits);
        assertThat(code).isEqualTo(3);
        assertThat(err).contains("line 1: these bytes are not UTF-8");
        run(new byte[0], limits);
        assertThat(err).contains("the file is empty");
        run("time,Air (°C)\n2026-03-02T06:00:00Z,1\n".getBytes(StandardCharsets.UTF_16), limits);
        assertThat(code).isEqualTo(3);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "{\"rules\": []|line 1",
                "[]|line 1, column 1",
                "{\"rules\": [], \"rule\": 1}|there is no field “rule”",
                "{\"rules\": [], \"rules\": []}|“rules” comes twice",
                "{\"rules\": [{}]}|“id” is missing",
                "{\"rules\": [{\"id\": \"a\", \"channel\": \"x\", \"bound\": {}}]}|(rules[0].bound): a bound says above",
                "{\"rules\": [{\"id\": \"a\", \"channel\": \"x\", \"bound\": {\"above\": 1, \"below\": 2}}]}|lies above the bound above",
                "{\"rules\": [{\"id\": \"a\", \"channel\": \"x\", \"bound\": {\"above\": 1}, \"delay\": \"PT1H\", \"samples\": 2}]}|one of delay",
                "{\"rules\": [{\"id\": \"a\", \"channel\": \"x\", \"bound\": {\"above\": 1}, \"delay\": \"-PT1H\"}]}|not negative",
                "{\"rules\": [{\"id\": \"a\", \"channel\": \"x\", \"bound\": {\"above\": 1}, \"delay\": \"1 h\"}]}|no ISO 8601 duration",
                "{\"rules\": [{\"id\": \"a\", \"channel\": \"x\", \"bound\": {\"above\": \"1\"}}]}|a number is wanted",
                "{\"rules\": [{\"id\": \"a\", \"channel\": \"x\", \"bound\": {\"above\": 1}, \"samples\": 1.5}]}|a whole number",
                "{\"rules\": [{\"id\": \"a\", \"channel\": \"x\", \"bound\": {\"above\": 1}, \"clearance\": -1}]}|not negative",
                "{\"rules\": [{\"id\": \"a\", \"channel\": \"x\", \"bound\": {\"above\": 1}, \"basis\": {\"blockMean\": \"PT7H\", \"anchor\": \"clock\"}}]}|divides a day",
                "{\"rules\": [{\"id\": \"a\", \"channel\": \"x\", \"bound\": {\"above\": 1}, \"basis\": {\"rate\": \"PT1H\", \"per\": \"PT1H\"}}]}|there is no field “per”",
                "{\"rules\": [{\"id\": \"a\", \"channel\": \"x\", \"bound\": {\"above\": 1}, \"basis\": {\"dose\": {\"criterion\": 85, \"exchange\": 0}, \"from\": \"06:00\", \"to\": \"14:00\"}}]}|above 0 dB",
                "{\"rules\": [{\"id\": \"a\", \"channel\": \"x\", \"bound\": {\"above\": 1}, \"basis\": {\"dose\": {\"criterion\": 85, \"exchange\": 3}, \"from\": \"06:00\", \"to\": \"24:00\"}}]}|from 00:00 to 23:59",
                "{\"rules\": [{\"id\": \"a\", \"channel\": \"x\", \"bound\": {\"above\": 1}, \"basis\": {\"dose\": {\"criterion\": 85, \"exchange\": 3}, \"from\": \"06:00\", \"to\": \"06:00\"}}]}|does not end",
                "{\"rules\": [{\"id\": \"a\", \"channel\": \"x\", \"bound\": {\"above\": 1}, \"basis\": {\"dose\": {\"criterion\": 85, \"exchange\": 3}, \"from\": \"06:00\", \"to\": \"07:00\", \"days\": [\"MON\", \"MON\"]}}]}|comes twice",
                "{\"rules\": [{\"id\": \"a\", \"channel\": \"x\", \"bound\": {\"above\": 1}}, {\"id\": \"a\", \"gap\": {\"longest\": \"PT1H\"}}]}|two rules are called",
                "{\"rules\": [{\"id\": \"a\", \"gap\": {}}]}|how long one may be",
                "{\"rules\": [{\"id\": \"a\", \"gap\": {\"coverage\": 101}}]}|from 0 to 100",
                "{\"rules\": [{\"id\": \"a\", \"gap\": {\"coverage\": 90}, \"bound\": {\"above\": 1}}]}|there is no field “bound”",
                "{\"rules\": [{\"id\": \"a\", \"channel\": \"x\", \"bound\": {\"above\": 1}, \"severity\": \"high\"}]}|a severity is",
            })
    void limits_are_never_guessed(String limits, String message) throws IOException {
        run(every(10, "Air (°C)", 1, 2), limits);
        assertThat(code).isEqualTo(3);
        assertThat(err.strip())
                .doesNotContain("\n")
                .contains("limits.json, line ")
                .contains(message);
    }

    @Test
    void what_is_asked_for_has_to_make_sense() throws IOException {
        Path limits = Files.writeString(folder.resolve("limits.json"), rules());
        for (List<String> args : List.of(
                List.<String>of(),
                List.of("a.csv"),
                List.of("a.csv", "--limits"),
                List.of("a.csv", "--limits", limits.toString(), "--colour"),
                List.of("a.csv", "b.csv", "--limits", limits.toString()),
                List.of("a.csv", "--limits", limits.toString(), "--start", "yesterday"),
                List.of("a.csv", "--limits", limits.toString(), "--start", at(0), "--end", at(0)),
                List.of("a.csv", "--limits", limits.toString(), "--interval", "PT0S"),
                List.of("a.csv", "--limits", limits.toString(), "--zone", "Europe/Nowhere"),
                List.of(folder.resolve("none.csv").toString(), "--limits", limits.toString()),
                List.of(folder.toString(), "--limits", limits.toString()),
                List.of("-", "--limits", folder.resolve("none.json").toString()))) {
            call(new byte[0], args.toArray(String[]::new));
            assertThat(code).as(args.toString()).isEqualTo(3);
            assertThat(err.strip()).as(args.toString()).isNotEmpty().doesNotContain("\n");
        }
        call(every(10, "Air (°C)", 1, 2).getBytes(StandardCharsets.UTF_8), "-", "--limits", limits.toString());
        assertThat(code).isEqualTo(2);
    }

    @Test
    void derived_series_are_judged_like_recorded_ones_and_their_definition_read_strictly() throws IOException {
        Path derived = Files.writeString(
                folder.resolve("derived.json"),
                "{\"derived\": [{\"name\": \"Dew point\", \"dewPoint\": {\"temperature\": \"Air\", \"humidity\": \"RH\"}},"
                        + " {\"name\": \"Margin\", \"difference\": {\"channel\": \"Air\", \"minus\": \"Dew point\"}}]}");
        assertThat(schema("derived", Files.readString(derived))).isEmpty();
        String csv = "time,Air (°C),RH (%RH)\n2026-03-02T06:00:00Z,20,50\n2026-03-02T06:10:00Z,12,92\n";
        String dry = rules("{\"id\": \"wet\", \"channel\": \"Margin\", \"bound\": {\"below\": 2}}");
        JsonNode j = judged(csv, dry, "--derive", derived.toString());
        assertThat(j.at("/excursions/0/start").asString()).isEqualTo(at(10));
        assertThat(j.at("/excursions/0/peak").asDouble()).isCloseTo(12 - 10.739388, within(5e-7));
        assertThat(j.at("/series")).hasSize(4);
        for (String wrong : List.of(
                "{\"derived\": [{\"name\": \"a\", \"dewPoint\": {\"temperature\": \"Air\"}}]}",
                "{\"derived\": [{\"name\": \"a\"}]}",
                "{\"derived\": [{\"name\": \"a\", \"rate\": {\"channel\": \"Water\", \"per\": \"PT1H\"}}]}",
                "{\"derived\": [{\"name\": \"a\", \"rate\": {\"channel\": \"a\", \"per\": \"PT1H\"}}]}")) {
            Files.writeString(derived, wrong);
            run(csv, dry, "--derive", derived.toString());
            assertThat(code).as(wrong).isEqualTo(3);
            assertThat(err.strip()).as(wrong).startsWith(derived.toString()).doesNotContain("\n");
        }
    }

    private static List<String> schema(String name, String document) throws IOException {
        JsonSchema schema = JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
                .getSchema(Files.readString(Path.of("../docs/formats/" + name + ".schema.json")));
        return schema.validate(document, InputFormat.JSON).stream()
                .map(Object::toString)
                .toList();
    }

    @Test
    void the_example_of_every_kind_of_rule_fits_the_schema_and_so_does_its_judgement() throws IOException {
        String limits = rules(
                "{\"id\": \"warm\", \"channel\": \"Air\", \"bound\": {\"above\": 14.0}, \"delay\": \"PT1H\", \"severity\": \"major\"}",
                "{\"id\": \"cold\", \"channel\": \"Air\", \"bound\": {\"below\": 10.0}, \"samples\": 3, \"clearance\": 0.2}",
                "{\"id\": \"budget\", \"channel\": \"Air\", \"bound\": {\"below\": 10.0, \"above\": 14.0}, \"allowance\": \"PT8H\"}",
                "{\"id\": \"mean3h\", \"channel\": \"Air\", \"bound\": {\"above\": 28}, \"basis\": {\"blockMean\": \"PT3H\", \"anchor\": \"start\"}}",
                "{\"id\": \"day\", \"channel\": \"Air\", \"bound\": {\"above\": 120}, \"basis\": {\"total\": \"P1D\", \"per\": \"PT1M\", \"anchor\": \"clock\", \"zone\": \"Europe/Paris\"}}",
                "{\"id\": \"holes\", \"gap\": {\"longest\": \"PT2H\", \"coverage\": 95}}");
        assertThat(schema("limits", limits)).isEmpty();
        assertThat(schema("limits", limits.replace("\"delay\"", "\"wait\""))).isNotEmpty();
        run(every(60, "Air (°C)", 12, 15, 16, 17, null, null, null, 9, 9, 9, 9), limits, "--json");
        assertThat(code).isEqualTo(1);
        assertThat(schema("judgement", out)).isEmpty();
    }

    /** Broken in every way that chance finds: always a judgement or one line, never a trace. */
    @Test
    void whatever_comes_is_judged_or_refused_in_one_line() throws IOException {
        String csv = every(10, "Air (°C),RH (%RH)", "12.5,50", "13,51", "14.5,52", "13,53", "12,54");
        String limits = rules(
                "{\"id\": \"a\", \"channel\": \"Air\", \"bound\": {\"above\": 14}, \"delay\": \"PT10M\"}",
                "{\"id\": \"b\", \"channel\": \"RH\", \"bound\": {\"below\": 10}, \"basis\": {\"blockMean\": \"PT1H\"}}",
                "{\"id\": \"c\", \"channel\": \"Air\", \"bound\": {\"above\": 100}, \"basis\": {\"dose\": {\"criterion\": 85, \"exchange\": 3},"
                        + " \"from\": \"06:00\", \"to\": \"14:00\", \"zone\": \"UTC\", \"coverage\": 5}}");
        String[] scraps = {
            "",
            ",",
            "\n",
            "\"",
            "1e308",
            "-",
            "T",
            "Z",
            "{",
            "}",
            "[",
            ":",
            "null",
            "99999999999999999999",
            "é",
            "\u0000",
            "P",
            "\uFEFF",
            "+",
            "9999-12-31T23:59:59Z",
            "0000-01-01T00:00:00Z"
        };
        java.util.Random random = new java.util.Random(20260302);
        Path record = folder.resolve("f.csv");
        Path rules = folder.resolve("f.json");
        int[] codes = new int[4];
        for (int i = 0; i < Integer.getInteger("pelerin.fuzz", 5_000); i++) {
            boolean file = random.nextBoolean();
            StringBuilder broken = new StringBuilder(file ? csv : limits);
            for (int k = random.nextInt(3); k >= 0; k--) {
                int at = random.nextInt(broken.length());
                boolean digit = Character.isDigit(broken.charAt(at));
                broken.replace(
                        at,
                        Math.min(broken.length(), at + (digit ? 1 : random.nextInt(4))),
                        digit && random.nextBoolean()
                                ? String.valueOf(random.nextInt(10))
                                : scraps[random.nextInt(scraps.length)]);
            }
            Files.writeString(record, file ? broken : csv);
            Files.writeString(rules, file ? limits : broken);
            call(new byte[0], record.toString(), "--limits", rules.toString(), "--json");
            codes[code]++;
            if (code == 3) {
                assertThat(err.strip().split("\n")).as(broken.toString()).hasSize(1);
                assertThat(err).as(broken.toString()).contains("line ").doesNotContain("Exception");
                assertThat(out).isEmpty();
            } else {
                assertThat(out).as(broken.toString()).startsWith("{");
            }
        }
        assertThat(codes).as("all ways to end").doesNotContain(0);
    }
}
