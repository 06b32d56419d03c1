package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.FormData;
import com.microsoft.playwright.options.RequestOptions;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.pelerin.app.platform.text.Length;

/** One declaration of lengths for fields, those who keep them, and columns. */
@Tag("bed")
class LengthTest {

    private static final Pattern FIELD = Pattern.compile("<(?:input|textarea)\\b[^>]*>");
    /** A field by the fragment: its length and its keys, of which one has to be said. */
    private static final Pattern LINE =
            Pattern.compile("field :: line\\('\\w+', #\\{[\\w.]+}, \\$\\{[^}]*}, ([^,]+), ([^,]+),");

    private static final Pattern OTHER = Pattern.compile(
            "type=\"(hidden|checkbox|radio|file|password|number|range|search|submit)\"|pl:when=|inputmode=|readonly|"
                    + "class=\"[^\"]*\\b(num|mono|lasting)\\b|\\blist=\"(zones|intervals|delays|steps|lengths|lastings)\"|"
                    + "name=\"(startInterval|username|list)\"");

    private static TestBed bed;

    @BeforeAll
    static void begin() {
        bed = TestBed.get();
    }

    /** The answer to a form that is sent as a technician sends it. */
    private static String sent(String path, Map<String, String> fields) {
        try (BrowserContext context = bed.browser().newContext()) {
            Page page = TestBed.signedIn(context, bed.address);
            page.navigate(bed.address + "/me");
            String token = page.getAttribute("meta[name=csrf]", "content");
            FormData form = FormData.create().set("_csrf", token);
            fields.forEach(form::set);
            return context.request()
                    .post(bed.address + path, RequestOptions.create().setForm(form))
                    .text();
        }
    }

    @Test
    void what_is_too_long_is_said_at_its_field_and_stays_typed() {
        String name = "n".repeat(121);
        assertThat(sent("/places", Map.of("name", name, "zone", "Europe/Paris", "address", "a".repeat(301))))
                .contains("At most 120 characters; this has 121", "At most 300 characters; this has 301", name);
        assertThat(sent("/people", Map.of("name", "Somebody", "phone", "0".repeat(61))))
                .contains("At most 60 characters; this has 61", "0".repeat(61));
        assertThat(sent("/rounds", Map.of("name", name, "remarks", "r".repeat(2001))))
                .contains("At most 120 characters; this has 121", "At most 2000 characters; this has 2001");
        assertThat(sent("/batches", Map.of("list", "PL-18510, " + "n".repeat(61))))
                .contains("At most 60 characters; this has 61");
        assertThat(sent("/batches", Map.of("list", "S".repeat(41) + ", NAME")))
                .contains("At most 40 characters; this has 41");
        String label = "l".repeat(81);
        assertThat(sent("/plans", Map.of("model", "alder-t1", "name", name, "channels[0].label", label)))
                .contains("At most 120 characters; this has 121", "At most 80 characters; this has 81", label);
    }

    @Test
    void a_file_of_places_with_notes_that_cannot_be_kept_is_refused_with_the_place_and_nothing_of_it_is_taken() {
        String file = "site,spot,spot notes\nLong hall,Desk,ok\nLong hall,Shelf," + "n".repeat(2001) + "\n";
        try (BrowserContext context = bed.browser().newContext()) {
            Page page = TestBed.signedIn(context, bed.address);
            page.navigate(bed.address + "/places");
            String token = page.getAttribute("meta[name=csrf]", "content");
            String answer = context.request()
                    .post(
                            bed.address + "/places/import",
                            RequestOptions.create()
                                    .setMultipart(FormData.create()
                                            .set("_csrf", token)
                                            .set(
                                                    "file",
                                                    new FilePayload(
                                                            "places.csv",
                                                            "text/csv",
                                                            file.getBytes(StandardCharsets.UTF_8)))))
                    .text();
            assertThat(answer)
                    .contains("The notes of “Shelf”: At most 2000 characters; this has 2001")
                    .doesNotContain(">Long hall<");
        }
    }

    private static Map<String, Integer> columns() throws SQLException {
        Map<String, Integer> out = new HashMap<>();
        try (Connection c = TestDatabase.connect();
                Statement s = c.createStatement();
                ResultSet r = s.executeQuery("SELECT table_name, column_name, character_maximum_length"
                        + " FROM information_schema.columns WHERE table_schema = DATABASE()"
                        + " AND character_maximum_length IS NOT NULL")) {
            while (r.next()) {
                out.put(r.getString(1) + "." + r.getString(2), (int) Math.min(Integer.MAX_VALUE, r.getLong(3)));
            }
        }
        return out;
    }

    @Test
    void every_text_that_is_accepted_fits_its_column() throws SQLException {
        Map<String, Integer> columns = columns();
        for (Length l : Length.values()) {
            assertThat(columns.get(l.column())).as(l.column()).isNotNull().isGreaterThanOrEqualTo(l.most());
        }
    }

    @Test
    void a_serial_is_as_long_wherever_it_stands() throws SQLException {
        Map<String, Integer> columns = columns();
        int longest = columns.get("logger.serial");
        columns.forEach((name, length) -> {
            if (name.endsWith(".serial")) {
                assertThat(length).as(name).isGreaterThanOrEqualTo(longest);
            }
        });
    }

    /** Figures, times and serials are read as such and kept nowhere as they were typed. */
    @Test
    void every_field_for_words_says_how_many() throws IOException {
        List<String> without = new ArrayList<>();
        try (Stream<Path> pages = Files.walk(Path.of("src/main/resources/templates"))) {
            for (Path page : pages.filter(p -> p.toString().endsWith(".html")).toList()) {
                String text = Files.readString(page);
                Matcher line = LINE.matcher(text);
                int lines = 0;
                while (line.find()) {
                    lines++;
                    if (line.group(1).equals("null") && line.group(2).equals("null")) {
                        without.add(page.getFileName() + ": " + line.group());
                    }
                }
                assertThat(lines).as("fields of " + page).isEqualTo(text.split("field :: line", -1).length - 1);
                Matcher field = FIELD.matcher(text);
                while (field.find()) {
                    String tag = field.group();
                    boolean said = tag.contains("th:maxlength=\"${");
                    if (!said
                            && (tag.contains("maxlength") || !OTHER.matcher(tag).find())) {
                        without.add(page.getFileName() + ": " + tag);
                    }
                }
            }
        }
        assertThat(without).isEmpty();
    }
}
