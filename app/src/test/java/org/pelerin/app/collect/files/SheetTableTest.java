package org.pelerin.app.collect.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.function.UnaryOperator;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class SheetTableTest {

    @TempDir
    Path folder;

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "yyyy-mm-dd hh:mm|true",
                "dd/mm/yy|true",
                "h:mm AM/PM|true",
                "mm:ss.0|true",
                "[$-409]d mmm|true",
                "0.00|false",
                "General|false",
                "#,##0.00 \"days\"|false",
                "0.0\\d|false",
                "[Red]0.0|false"
            })
    void a_format_shows_a_date_or_it_does_not(String format, boolean dated) {
        assertThat(SheetTable.dated(format)).isEqualTo(dated);
    }

    private static List<String> rows(byte[] file, int sheet) throws IOException {
        List<String> out = new ArrayList<>();
        SheetTable.read(
                new ByteArrayInputStream(file), sheet, (line, cells) -> out.add(line + " " + String.join("|", cells)));
        return out;
    }

    /** A workbook with one part, as somebody could pack it. */
    private static byte[] packed(String head, char repeated, int times, String tail) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            zip.putNextEntry(new ZipEntry("xl/worksheets/sheet1.xml"));
            zip.write(head.getBytes(StandardCharsets.US_ASCII));
            byte[] chunk = new byte[1_000_000];
            Arrays.fill(chunk, (byte) repeated);
            for (int left = times; left > 0; left -= chunk.length) {
                zip.write(chunk, 0, Math.min(left, chunk.length));
            }
            zip.write(tail.getBytes(StandardCharsets.US_ASCII));
        }
        return out.toByteArray();
    }

    @Test
    void a_cell_without_end_is_found_before_it_is_unpacked_into_memory() throws IOException {
        byte[] bomb = packed("<worksheet><c r=\"A1\"><is><t>", 'x', 300_000_000, "</t></is></c></worksheet>");
        assertThat(bomb.length).isLessThan(400_000);
        assertThatThrownBy(() -> SheetTable.check(new ByteArrayInputStream(bomb)))
                .hasMessageContaining("more than a million characters");
        byte[] far = packed("<worksheet><row r=\"2\"><c r=\"ZZZZZZZ2\">", '1', 3, "</c></row></worksheet>");
        assertThatThrownBy(() -> SheetTable.check(new ByteArrayInputStream(far)))
                .hasMessageContaining("a column that no sheet has");
        SheetTable.check(new ByteArrayInputStream(packed("<c r=\"XFD1\">", '1', 900_000, "</c>")));
    }

    @Test
    void cells_become_text_as_a_person_would_read_them() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (Workbook book = new Workbook(out, "Test", "1.0")) {
            Worksheet s = book.newWorksheet("One");
            s.value(0, 0, "When");
            s.value(0, 1, "What");
            s.value(0, 2, "Note");
            s.value(1, 0, LocalDateTime.of(2026, 3, 29, 1, 59, 59, 500_000_000));
            s.style(1, 0).format("yyyy-mm-dd hh:mm:ss").set();
            s.value(1, 1, 12.5);
            s.value(3, 0, LocalDate.of(2026, 3, 30));
            s.style(3, 0).format("dd.mm.yyyy").set();
            s.value(3, 1, 40_000);
        }
        assertThat(rows(out.toByteArray(), 0))
                .containsExactly(
                        "1 When|What|Note", "2 2026-03-29T01:59:59.500|12.5|", "4 2026-03-30T00:00:00.000|40000|");
        assertThat(SheetTable.names(new ByteArrayInputStream(out.toByteArray())))
                .containsExactly("One");
        assertThatThrownBy(() -> rows(out.toByteArray(), 1)).hasMessage("There is no sheet 2");
    }

    @Test
    void what_only_begins_like_a_zip_is_named_as_damaged() {
        byte[] file = "PK\u0003\u0004 and nothing more".getBytes(java.nio.charset.StandardCharsets.US_ASCII);
        assertThatThrownBy(() -> SheetTable.check(new ByteArrayInputStream(file)))
                .isInstanceOf(SheetTable.NoSheetException.class)
                .hasMessageContaining("compression is damaged");
        assertThatThrownBy(() -> rows(file, 0)).isInstanceOf(SheetTable.NoSheetException.class);
    }

    /** A workbook with one cell that says hello, whose parts somebody has written otherwise. */
    private static byte[] rewritten(String part, UnaryOperator<String> otherwise) throws IOException {
        ByteArrayOutputStream book = new ByteArrayOutputStream();
        try (Workbook wb = new Workbook(book, "Test", "1.0")) {
            wb.newWorksheet("One").value(0, 0, "hello");
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipFile in = ZipFile.builder().setByteArray(book.toByteArray()).get();
                ZipOutputStream zip = new ZipOutputStream(out)) {
            for (ZipArchiveEntry e : Collections.list(in.getEntries())) {
                String text = new String(in.getInputStream(e).readAllBytes(), StandardCharsets.UTF_8);
                zip.putNextEntry(new ZipEntry(e.getName()));
                zip.write((e.getName().equals(part) ? otherwise.apply(text) : text).getBytes(StandardCharsets.UTF_8));
            }
        }
        return out.toByteArray();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"xl/sharedStrings.xml", "xl/worksheets/sheet1.xml", "xl/workbook.xml", "[Content_Types].xml"})
    void entities_are_not_resolved_whatever_part_they_stand_in(String part) throws IOException {
        Path secret = Files.writeString(folder.resolve("secret.txt"), "TOP SECRET");
        StringBuilder laughs =
                new StringBuilder("<!ENTITY a0 \"").append("ha".repeat(50)).append("\">");
        for (int i = 1; i < 9; i++) {
            laughs.append("<!ENTITY a")
                    .append(i)
                    .append(" \"")
                    .append(("&a" + (i - 1) + ";").repeat(10))
                    .append("\">");
        }
        for (String dtd : List.of(
                "<!ENTITY e SYSTEM \"" + secret.toUri() + "\">",
                laughs + "<!ENTITY e \"" + "&a8;".repeat(10) + "\">")) {
            byte[] file = rewritten(
                    part,
                    text -> text.replaceFirst(
                                    "(?s)^(<\\?xml[^>]*\\?>)?", "<?xml version=\"1.0\"?><!DOCTYPE x [" + dtd + "]>")
                            .replace("hello", "&e;")
                            .replaceFirst("(<[a-zA-Z:]+[^>!?]*>)", "$1&e;"));
            assertThatThrownBy(() -> rows(file, 0)).isInstanceOf(IOException.class);
        }
        assertThat(rows(rewritten("none", text -> text), 0)).containsExactly("1 hello");
    }
}
