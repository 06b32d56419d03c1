package org.pelerin.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.pelerin.core.intake.Layout.Role;

class GuessTest {

    private static Layout guess(String text) {
        List<String> lines = text.lines().toList();
        char delimiter = Guess.delimiter(lines);
        List<List<String>> rows = lines.stream()
                .map(l -> Arrays.asList(l.split(java.util.regex.Pattern.quote(String.valueOf(delimiter)), -1)))
                .toList();
        return Guess.layout(rows, delimiter, ZoneOffset.UTC);
    }

    private static String roles(Layout l) {
        return l.columns().stream()
                .map(c -> c.role().name().substring(0, 2))
                .collect(java.util.stream.Collectors.joining(" "));
    }

    @Test
    void semicolons_decimal_commas_a_preamble_and_units_in_brackets() {
        Layout l = guess("""
                Device;Cellar 4
                Exported;01.12.2026

                Nr;Zeit;Temperatur [°C];Feuchte (% rF);Status
                1;03.11.2026 08:00;12,4;91,0;ok
                2;03.11.2026 08:10;12,5;91,2;ok
                3;03.11.2026 08:20;12,5;90,8;ok
                """);
        assertThat(l.skipped()).isEqualTo(4);
        assertThat(l.decimal()).isEqualTo(',');
        assertThat(l.order()).isEqualTo(DateOrder.DAY_FIRST);
        assertThat(roles(l)).isEqualTo("IG IN VA VA IG");
        assertThat(l.values())
                .containsExactly(
                        new Layout.Column(Role.VALUE, "Temperatur", "°C"),
                        new Layout.Column(Role.VALUE, "Feuchte", "%RH"));
    }

    @Test
    void commas_iso_instants_and_a_line_of_units() {
        Layout l = guess("""
                time,air temp,pressure,air temp
                ,degC,mbar,degC
                2026-11-03T08:00:00Z,12.4,1013.2,3
                2026-11-03T08:10:00Z,12.5,1013.1,3
                """);
        assertThat(l.skipped()).isEqualTo(2);
        assertThat(l.decimal()).isEqualTo('.');
        assertThat(l.order()).isEqualTo(DateOrder.YEAR_FIRST);
        assertThat(l.values())
                .containsExactly(
                        new Layout.Column(Role.VALUE, "air temp", "°C"),
                        new Layout.Column(Role.VALUE, "pressure", "mbar"),
                        new Layout.Column(Role.VALUE, "air temp 2", "°C"));
    }

    @Test
    void units_under_the_names_whatever_stands_over_the_time() {
        Layout l = guess("""
                Date and time of reading;Vault air;Dust;Dew
                dd.mm.yyyy hh:mm;°C;(µg/m³);°C
                03.11.2026 08:00;12,4;31;3,1
                03.11.2026 08:10;12,5;33;3,0
                """);
        assertThat(l.skipped()).isEqualTo(2);
        assertThat(l.values())
                .containsExactly(
                        new Layout.Column(Role.VALUE, "Vault air", "°C"),
                        new Layout.Column(Role.VALUE, "Dust", "µg/m³"),
                        new Layout.Column(Role.VALUE, "Dew", "°C"));
    }

    @Test
    void two_lines_of_names_are_not_taken_for_names_and_units() {
        Layout l = guess("""
                Report of the week;;
                time;north wall;south wall
                2026-11-03 08:00;12.4;31
                2026-11-03 08:10;12.5;33
                """);
        assertThat(l.values().stream().map(Layout.Column::name)).containsExactly("north wall", "south wall");
    }

    @Test
    void tabs_and_the_date_apart_from_the_time() {
        Layout l = guess("""
                Date\tTime\tLevel m
                11/13/2026\t8:00:00 AM\t2.41
                11/14/2026\t8:00:00 AM\t2.44
                """);
        assertThat(roles(l)).isEqualTo("DA TI VA");
        assertThat(l.order()).isEqualTo(DateOrder.MONTH_FIRST);
    }

    @Test
    void where_day_and_month_could_be_either_the_one_that_leaps_least_counts() {
        Layout l = guess("""
                t;v
                01/02/2026 23:50;1,0
                02/02/2026 00:00;1,1
                02/02/2026 00:10;1,2
                """);
        assertThat(l.order()).isEqualTo(DateOrder.DAY_FIRST);
        Layout other = guess("""
                t;v
                02/01/2026 23:50;1,0
                02/02/2026 00:00;1,1
                02/02/2026 00:10;1,2
                """);
        assertThat(other.order()).isEqualTo(DateOrder.MONTH_FIRST);
    }

    @Test
    void no_heading_and_seconds_since_1970() {
        Layout l = guess("1760000000,4.5,40\n1760000600,4.6,41\n1760001200,4.6,41\n");
        assertThat(l.skipped()).isZero();
        assertThat(l.order()).isEqualTo(DateOrder.EPOCH_SECONDS);
        assertThat(roles(l)).isEqualTo("IN VA VA");
        assertThat(l.values().get(0).name()).isEqualTo("Column 2");
    }

    @Test
    void what_nothing_can_be_made_of_is_left_to_the_person() {
        assertThat(guess("hello\nworld\n").wrong()).isEqualTo("Choose the column of date and time");
        assertThat(Guess.layout(List.of(), ',', ZoneOffset.UTC).wrong()).isNotEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            nullValues = "-",
            value = {
                "Temp (°C)|Temp|°C|true",
                "RH [%]|RH|%|true",
                "Air deg C|Air deg C||false",
                "Air °C|Air|°C|true",
                "Inlet temperature|Inlet temperature|°C|false",
                "Flow {m3/h}|Flow|m³/h|true",
                "Noise (dB(A))|Noise|dB(A)|true",
                "Noise [dBA]|Noise|dB(A)|true",
                "Hall (north) (dB(C))|Hall (north)|dB(C)|true",
                "Count|Count||false",
                "(2)|(2)||false"
            })
    void a_heading_is_taken_apart(String heading, String name, String unit, boolean said) {
        assertThat(Units.of(heading, "")).isEqualTo(new Units.Heading(name, unit == null ? "" : unit, said));
    }
}
