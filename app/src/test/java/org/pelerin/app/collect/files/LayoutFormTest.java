package org.pelerin.app.collect.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.core.intake.DateOrder;
import org.pelerin.core.intake.Layout;
import org.pelerin.core.intake.Merge;

/** How a file's layout is typed: what is not sent stays as it was, what cannot be is said, and a code that nobody knows changes nothing. */
class LayoutFormTest {

    private static final ZoneId PARIS = ZoneId.of("Europe/Paris");
    private static final Layout LAYOUT = new Layout(
            2,
            ',',
            DateOrder.DAY_FIRST,
            PARIS,
            List.of(
                    new Layout.Column(Layout.Role.INSTANT, "", ""),
                    new Layout.Column(Layout.Role.VALUE, "Air", "°C"),
                    new Layout.Column(Layout.Role.IGNORED, "Note", "")));

    private static FileSettings text(String charset, char delimiter) {
        return new FileSettings(-1, charset, delimiter, LAYOUT, Merge.NONE, false, "Device", 4L);
    }

    @Test
    void a_layout_goes_into_the_form_and_out_again_as_it_was() {
        FileSettings s = text("windows-1252", ';');
        LayoutForm f = LayoutForm.of(s);
        FieldReader read = new FieldReader();
        assertThat(f.layout(s, read)).isEqualTo(LAYOUT);
        assertThat(read.errors()).isEmpty();
        assertThat(f.readingSettings(s)).isEqualTo(s);
        assertThat(f.otherwise(s)).isFalse();
    }

    @Test
    void another_way_of_reading_is_another_and_other_names_are_not() {
        FileSettings s = text("UTF-8", ',');
        LayoutForm f = LayoutForm.of(s);
        f.name = List.of("", "Vault", "Note");
        assertThat(f.otherwise(s)).isFalse();
        f.delimiter = LayoutForm.Delimiter.TAB;
        assertThat(f.otherwise(s)).isTrue();
        assertThat(f.readingSettings(s).delimiter()).isEqualTo('\t');
        f.delimiter = LayoutForm.Delimiter.COMMA;
        f.charset = "UTF-16LE";
        assertThat(f.otherwise(s)).isTrue();
        // of a code that is not offered nothing becomes
        f.charset = "EBCDIC";
        assertThat(f.otherwise(s)).isFalse();
    }

    @Test
    void columns_that_a_form_did_not_send_stay_as_they_were() {
        FileSettings s = text("UTF-8", ',');
        LayoutForm f = new LayoutForm();
        f.skipped = "3";
        f.zone = " UTC+1 ";
        f.decimal = ".";
        f.role = new ArrayList<>();
        f.role.add(null);
        f.name = List.of("", " Vault 1 ");
        f.unit = List.of("", "F");
        FieldReader read = new FieldReader();
        Layout l = f.layout(s, read);
        assertThat(read.errors()).isEmpty();
        assertThat(l.skipped()).isEqualTo(3);
        assertThat(l.decimal()).isEqualTo('.');
        assertThat(l.zone()).isEqualTo(ZoneId.of("UTC+1"));
        assertThat(l.columns().get(0)).isEqualTo(LAYOUT.columns().get(0));
        assertThat(l.columns().get(1).name()).isEqualTo("Vault 1");
        assertThat(l.columns().get(1).role()).isEqualTo(Layout.Role.VALUE);
        assertThat(l.columns().get(2)).isEqualTo(LAYOUT.columns().get(2));
    }

    @Test
    void what_cannot_be_is_said_at_its_field_and_the_rest_is_read() {
        FileSettings s = text("UTF-8", ',');
        LayoutForm f = LayoutForm.of(s);
        f.zone = "Middle earth";
        f.skipped = "many";
        f.name = new ArrayList<>(List.of("", "n".repeat(300), "Note"));
        FieldReader read = new FieldReader();
        Layout l = f.layout(s, read);
        assertThat(read.errors()).containsOnlyKeys("zone", "skipped", "name[1]");
        assertThat(read.errors().get("zone")).contains("Middle earth", "Europe/Paris");
        assertThat(l.zone()).isEqualTo(PARIS);
        assertThat(l.skipped()).isEqualTo(2);
        assertThat(l.columns().get(1)).isEqualTo(LAYOUT.columns().get(1));
    }

    @Test
    void of_a_workbook_the_sheet_counts_and_never_a_code() {
        FileSettings book = new FileSettings(1, "UTF-8", ',', LAYOUT, Merge.LAST, true, "Device", null);
        LayoutForm f = LayoutForm.of(book);
        assertThat(f.sheet).isEqualTo(1);
        f.sheet = -7;
        assertThat(f.readingSettings(book).sheet()).isZero();
        assertThat(f.readingSettings(book).merge()).isEqualTo(Merge.LAST);
        // text has no sheet, whatever is sent
        f.sheet = 3;
        assertThat(f.readingSettings(text("UTF-8", ',')).sheet()).isEqualTo(-1);
    }
}
