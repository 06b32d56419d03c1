package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Templates can be read, and compared line by line. */
class TemplateTest {

    private static final int LONGEST_LINE = 280;

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
