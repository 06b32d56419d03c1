package org.pelerin.core.plainfile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.pelerin.core.series.Channel;

/** Cells of plain files, read digit by digit: held against what the JDK reads, and refused where the standard refuses. */
class CellsTest {

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    private static long common(InstantCell cell, String text) {
        byte[] b = bytes(text + ",1\n                ");
        long t = cell.common(b, 0, b.length);
        return t == InstantCell.NONE || cell.end() != text.length() ? InstantCell.NONE : t;
    }

    /** One reader for all of them, as it remembers the minute before. */
    @Test
    void instants_of_the_common_form_are_those_of_the_jdk() {
        InstantCell cell = new InstantCell();
        Random random = new Random(11);
        for (int i = 0; i < 20_000; i++) {
            Instant at = Instant.ofEpochMilli((long) (random.nextDouble() * 4e12) - 1_000_000_000_000L);
            ZoneOffset offset = ZoneOffset.ofTotalSeconds(60 * (random.nextInt(2 * 17 * 60) - 17 * 60));
            OffsetDateTime local = at.atOffset(offset);
            String text = local.format(DateTimeFormatter.ofPattern(
                    random.nextBoolean() ? "yyyy-MM-dd'T'HH:mm:ss.SSSXXX" : "yyyy-MM-dd'T'HH:mm:ssXXX"));
            long expected = OffsetDateTime.parse(text).toInstant().toEpochMilli();
            assertThat(common(cell, text)).as(text).isEqualTo(expected);
            assertThat(InstantCell.any(bytes(text), 0, text.length())).as(text).isEqualTo(expected);
        }
    }

    @ParameterizedTest
    @CsvSource({
        "2026-03-19T08:00:00.1Z, 2026-03-19T08:00:00.100Z",
        "2026-03-19T08:00:00.123456789Z, 2026-03-19T08:00:00.123Z",
        "2024-02-29T23:59:59+01:00, 2024-02-29T22:59:59Z",
        "2026-12-31T23:30:00-01:00, 2027-01-01T00:30:00Z"
    })
    void fractions_and_edges_of_years_are_read_to_the_millisecond(String text, String expected) {
        assertThat(common(new InstantCell(), text))
                .isEqualTo(Instant.parse(expected).toEpochMilli());
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "2026-02-29T08:00:00Z",
                "2026-13-01T08:00:00Z",
                "2026-03-19T24:00:00Z",
                "2026-03-19T08:60:00Z",
                "2026-03-19T08:00:60Z",
                "2026-03-19T08:00:00",
                "2026-03-19 08:00:00Z",
                "2026-03-19T08:00:00.1234567890Z",
                "2026-03-19T08:00:00+19:00",
                "2026-03-19T08:00:00+1:00",
                "19-03-2026T08:00:00Z",
                "noon"
            })
    void what_is_no_instant_is_none_in_either_way(String text) {
        assertThat(common(new InstantCell(), text)).isEqualTo(InstantCell.NONE);
        assertThat(InstantCell.any(bytes(text), 0, text.length())).isEqualTo(InstantCell.NONE);
    }

    @Test
    void a_wrong_minute_is_not_remembered_for_the_next_row() {
        InstantCell cell = new InstantCell();
        assertThat(common(cell, "2026-02-30T08:00:00Z")).isEqualTo(InstantCell.NONE);
        assertThat(common(cell, "2026-02-30T08:00:01Z")).isEqualTo(InstantCell.NONE);
        assertThat(common(cell, "2026-02-28T08:00:01Z"))
                .isEqualTo(Instant.parse("2026-02-28T08:00:01Z").toEpochMilli());
    }

    private static List<Channel> header(String text) {
        byte[] b = bytes(text);
        return Header.channels(b, b.length);
    }

    @Test
    void a_header_names_channels_with_their_units_in_the_outermost_brackets() {
        assertThat(header("time,Air (°C),\"Noise, hall (dB(A))\",Door , \"Say \"\"hi\"\" (m)\" "))
                .containsExactly(
                        Channel.of("Air", "°C"),
                        Channel.of("Noise, hall", "dB(A)"),
                        Channel.of("Door", ""),
                        Channel.of("Say \"hi\"", "m"));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "time|names no channel",
                "time;Air|names no channel",
                "2026-03-19T08:00:00Z,12|the header is missing",
                "time,Air (°C),Air (°F)|two channels are called",
                "time,,Air|has no name",
                "time,A\"ir|a quote stands inside",
                "time,\"Air\" (°C)|something follows a quoted cell",
                "time,\"Air|does not end"
            })
    void what_is_wrong_with_a_header_is_said(String text, String message) {
        assertThatThrownBy(() -> header(text))
                .isInstanceOf(PlainFileException.class)
                .hasMessageContaining(message);
    }

    @Test
    void other_codes_marks_and_ends_of_lines_are_told_apart() {
        byte[] latin = "time,Air (°C)".getBytes(StandardCharsets.ISO_8859_1);
        assertThatThrownBy(() -> Header.channels(latin, latin.length)).hasMessageContaining("not UTF-8");
        assertThatThrownBy(() -> header("\ufefftime,Air")).hasMessageContaining("second byte order mark");
        assertThatThrownBy(() -> header("time,Air\r1,2\r")).hasMessageContaining("CR alone");
        // in quotes it is part of a name
        assertThat(header("time,\"Air\nof the vault (°C)\"")).containsExactly(Channel.of("Air\nof the vault", "°C"));
    }
}
