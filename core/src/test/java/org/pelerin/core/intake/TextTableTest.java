package org.pelerin.core.intake;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;

class TextTableTest {

    private static List<String> rows(byte[] bytes, Charset charset, char delimiter) throws IOException {
        List<String> out = new ArrayList<>();
        TextTable.read(
                new ByteArrayInputStream(bytes),
                charset,
                delimiter,
                (line, cells) -> out.add(line + String.join("|", cells)));
        return out;
    }

    @Test
    void rows_know_their_line_even_after_a_cell_of_several_lines() throws IOException {
        byte[] file = "\uFEFFa;\"b\nb\"\r\n\r\n1;\"2\" x\r\n7\r\n8;9;10\r\n".getBytes(StandardCharsets.UTF_8);
        assertThat(rows(file, StandardCharsets.UTF_8, ';')).containsExactly("1a|b\nb", "3", "41|2 x", "57", "68|9|10");
    }

    @Test
    void the_code_of_the_letters_is_found_out() throws IOException {
        String text = "Höhe;°C\n1;2\n";
        for (Charset c : List.of(StandardCharsets.UTF_8, Charset.forName("windows-1252"))) {
            byte[] bytes = text.getBytes(c);
            assertThat(TextTable.charset(bytes)).isEqualTo(c);
            assertThat(rows(bytes, c, ';').get(0)).isEqualTo("1Höhe|°C");
        }
        byte[] utf16 = ("\uFEFF" + text).getBytes(StandardCharsets.UTF_16LE);
        assertThat(TextTable.charset(utf16)).isEqualTo(StandardCharsets.UTF_16LE);
        assertThat(rows(utf16, StandardCharsets.UTF_16LE, ';').get(0)).isEqualTo("1Höhe|°C");
        // cut within a letter
        assertThat(TextTable.charset(Arrays.copyOf("Hö".getBytes(StandardCharsets.UTF_8), 2)))
                .isEqualTo(StandardCharsets.UTF_8);
    }

    @Test
    void a_quotation_mark_that_is_never_closed_is_named_with_its_line() {
        String text = "t;v\n1;2\n\"3;4\n" + "5;6\n".repeat(6_000_000);
        assertThatThrownBy(() -> rows(text.getBytes(StandardCharsets.UTF_8), StandardCharsets.UTF_8, ';'))
                .isInstanceOf(TextTable.BrokenException.class)
                .hasMessageContaining("After line 2");
    }

    @Test
    void as_many_cells_as_letters_is_no_table() {
        byte[] file = "a,".repeat(600).getBytes(StandardCharsets.UTF_8);
        assertThatThrownBy(() -> rows(file, StandardCharsets.UTF_8, ',')).hasMessageContaining("Check the separator");
    }
}
