package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** What needs a database, a yard, a browser or another process says so, so that {@code ./pelerin test --fast} leaves it out, and it alone. */
class FastTagTest {

    private static final Path TESTS = Path.of("src/test/java");
    private static final Pattern NEEDS =
            Pattern.compile("\\bTestBed\\b|extends PageTest|PrivateDatabase|OtherProcess|TestDatabase|ProcessBuilder");
    private static final String TAG = "@Tag(\"bed\")";

    @Test
    void tests_that_need_a_bed_are_tagged() throws IOException {
        List<Path> tests;
        try (Stream<Path> all = Files.walk(TESTS)) {
            tests = all.filter(p -> p.toString().endsWith("Test.java"))
                    .filter(p -> !p.endsWith("FastTagTest.java"))
                    .toList();
        }
        assertThat(tests).hasSizeGreaterThan(100);
        assertThat(tests.stream()
                        .filter(p -> NEEDS.matcher(text(p)).find() != text(p).contains(TAG))
                        .map(TESTS::relativize))
                .isEmpty();
    }

    private static String text(Path file) {
        try {
            return Files.readString(file);
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }
}
