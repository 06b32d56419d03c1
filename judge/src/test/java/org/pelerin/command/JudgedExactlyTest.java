package org.pelerin.command;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Records at their edges: levels, one row, no row, units that are none. */
class JudgedExactlyTest {

    @TempDir
    Path folder;

    private int code;
    private String wrong;

    private JsonNode judged(String csv, String rule, String... more) throws IOException {
        Path file = Files.writeString(folder.resolve("r.csv"), csv);
        Path limits = Files.writeString(folder.resolve("l.json"), "{\"rules\": [" + rule + "]}");
        String[] args = new String[4 + more.length];
        args[0] = file.toString();
        args[1] = "--limits";
        args[2] = limits.toString();
        args[3] = "--json";
        System.arraycopy(more, 0, args, 4, more.length);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ByteArrayOutputStream err = new ByteArrayOutputStream();
        InputStream none = new ByteArrayInputStream(new byte[0]);
        code = new JudgeCommand(
                        none,
                        new PrintStream(out, true, StandardCharsets.UTF_8),
                        new PrintStream(err, true, StandardCharsets.UTF_8))
                .run(args);
        wrong = err.toString(StandardCharsets.UTF_8);
        return code == 3 ? null : JsonMapper.builder().build().readTree(out.toString(StandardCharsets.UTF_8));
    }

    private static final String LOUD = "{\"id\": \"loud\", \"channel\": \"Noise\", \"bound\": {\"above\": 85},"
            + " \"basis\": {\"movingMean\": 2}}";

    @Test
    void a_level_in_brackets_within_brackets_is_averaged_as_energy() throws IOException {
        JsonNode j = judged(
                "time,Noise (dB(A))\n2026-03-02T06:00:00Z,80\n2026-03-02T06:10:00Z,90\n2026-03-02T06:20:00Z,60\n",
                LOUD);
        assertThat(j.at("/series/0/unit").asString()).isEqualTo("dB(A)");
        // 10·lg of the mean of 10^8 and 10^9
        assertThat(j.at("/excursions/0/peak").asDouble()).isCloseTo(87.403627, within(5e-7));
        assertThat(code).isEqualTo(1);
    }

    private static final String WARM = "{\"id\": \"warm\", \"channel\": \"Air\", \"bound\": {\"above\": 14}}";

    @Test
    void one_row_lasts_no_time_and_is_covered_wholly() throws IOException {
        JsonNode j = judged("time,Air\n2026-03-02T06:00:00Z,15\n", WARM);
        assertThat(j.at("/verdict").asString()).isEqualTo("excursions");
        assertThat(j.at("/coverage").asDouble()).isEqualTo(100);
        assertThat(j.at("/gaps").isEmpty()).isTrue();
        assertThat(j.at("/excursions/0/duration").asString()).isEqualTo("PT0S");
        assertThat(j.at("/excursions/0/mean").asDouble()).isEqualTo(15);
        assertThat(j.at("/excursions/0/area").asDouble()).isZero();
        // what has no unit has none
        assertThat(j.at("/series/0/unit").isNull()).isTrue();
        assertThat(j.at("/excursions/0/unit").isNull()).isTrue();
        assertThat(judged("time,Air\n2026-03-02T06:00:00Z,12\n", WARM)
                        .at("/verdict")
                        .asString())
                .isEqualTo("inconclusive");
    }

    @Test
    void a_header_is_one_and_lines_end_as_they_may() throws IOException {
        String rows = "2026-03-02T06:00:00Z,12\n2026-03-02T06:10:00Z,15\n";
        // a name of two lines, and rows that are counted from after it
        JsonNode j = judged("time,\"Air\n(°C)\"\n" + rows, WARM);
        assertThat(j.at("/series/0/unit").asString()).isEqualTo("°C");
        assertThat(j.at("/verdict").asString()).isEqualTo("excursions");
        assertThat(refused("time,\"Air\n(°C)\"\n" + rows.replace("15", "15 V"))).contains("line 4");
        assertThat(refused(rows)).contains("line 1").contains("the header is missing");
        assertThat(refused("\ufeff\ufefftime,Air\n" + rows)).contains("line 1").contains("second byte order mark");
        assertThat(refused(("time,Air\n" + rows).replace('\n', '\r')))
                .contains("line 1")
                .contains("CR alone");
        assertThat(refused("time,\"Air\n" + rows)).contains("line 1").contains("does not end");
    }

    private String refused(String csv) throws IOException {
        judged(csv, WARM);
        assertThat(code).isEqualTo(3);
        return wrong;
    }

    @Test
    void of_no_row_nothing_is_assumed() throws IOException {
        for (String[] period : new String[][] {
            {},
            {"--end", "2026-03-03T00:00:00Z"},
            {"--start", "2026-03-02T00:00:00Z"},
            {"--start", "2026-03-02T00:00:00Z", "--end", "2026-03-03T00:00:00Z"}
        }) {
            JsonNode j = judged("time,Air (°C)\n", WARM, period);
            assertThat(j.at("/verdict").asString()).isEqualTo("inconclusive");
            assertThat(j.at("/gaps").isEmpty()).isTrue();
            assertThat(j.at("/coverage").asDouble()).isZero();
        }
    }
}
