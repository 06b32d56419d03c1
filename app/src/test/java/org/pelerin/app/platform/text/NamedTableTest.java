package org.pelerin.app.platform.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class NamedTableTest {

    private static final List<String> COLUMNS = List.of("name", "note");

    @Test
    void what_is_written_comes_back() {
        List<List<String>> rows = List.of(List.of("a, \"b\"", "two\nlines"), List.of("ü;ñ", ""));
        NamedTable.Read read = NamedTable.read(NamedTable.write(COLUMNS, rows), COLUMNS, "name");
        assertThat(read.errors()).isEmpty();
        assertThat(read.rows())
                .extracting(r -> List.of(r.cell("name"), r.cell("note")))
                .isEqualTo(rows);
        // the first row has two lines of its own
        assertThat(read.rows()).extracting(NamedTable.Row::at).containsExactly("Line 2: ", "Line 4: ");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"note,name\nx,A\n", "note;name\r\nx;A\r\n", "note\tname\nx\tA", "\ufeff note , name \n x , A \n"
            })
    void however_a_spreadsheet_parts_it(String text) {
        NamedTable.Read read = NamedTable.read(text, COLUMNS, "name");
        assertThat(read.errors()).isEmpty();
        assertThat(read.rows().get(0).cell("name")).isEqualTo("A");
        assertThat(read.rows().get(0).cell("note")).isEqualTo("x");
    }

    @Test
    void a_column_that_is_not_there_is_told_from_an_empty_cell() {
        NamedTable.Row row =
                NamedTable.read("name\nA\n", COLUMNS, "name").rows().get(0);
        assertThat(row.cells()).containsOnlyKeys("name");
        assertThat(row.cell("note")).isEmpty();
    }

    @Test
    void unknown_and_missing_columns_leave_no_row() {
        NamedTable.Read read = NamedTable.read("nmae,note\nA,x\n", COLUMNS, "name");
        assertThat(read.rows()).isEmpty();
        assertThat(read.errors())
                .containsExactly(
                        "Line 1: there is no column “nmae”; known are name, note",
                        "Line 1: the column “name” is missing");
    }
}
