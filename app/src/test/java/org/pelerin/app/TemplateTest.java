package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Templates can be read, and compared line by line. */
class TemplateTest {

    private static final int LONGEST_LINE = 280;

    /** What a page shows of an alternative is asked of its type, which a compiler holds: a name that is spelt otherwise decides nothing. */
    @Test
    void no_template_compares_the_name_of_an_alternative() throws IOException {
        Pattern compared = Pattern.compile("\\.name\\(\\) *(==|!=) *'[A-Z_]+'");
        List<String> found = new ArrayList<>();
        int pages = 0;
        try (Stream<Path> all = Files.walk(Path.of("src/main/resources/templates"))) {
            for (Path page : all.filter(p -> p.toString().endsWith(".html")).toList()) {
                pages++;
                compared.matcher(Files.readString(page)).results().forEach(m -> found.add(page + ": " + m.group()));
            }
        }
        assertThat(pages).isGreaterThan(100);
        assertThat(found).isEmpty();
    }

    @Test
    void no_line_is_longer_than_a_reader_can_follow() throws IOException {
        List<String> longer = new ArrayList<>();
        try (Stream<Path> all = Files.walk(Path.of("src/main/resources/templates"))) {
            for (Path page : all.filter(p -> p.toString().endsWith(".html")).toList()) {
                List<String> lines = Files.readAllLines(page);
                for (int i = 0; i < lines.size(); i++) {
                    if (lines.get(i).length() > LONGEST_LINE) {
                        longer.add(page + ":" + (i + 1));
                    }
                }
            }
        }
        assertThat(longer).isEmpty();
    }
}
