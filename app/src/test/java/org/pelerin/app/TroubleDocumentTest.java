package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Errors that operators look up are worded in the document as the program words them. */
class TroubleDocumentTest {

    /** Worded by the runtime, the server or the system. */
    private static final List<String> OF_OTHERS = List.of(
            "Port … was already in use", "Terminating due to java.lang.OutOfMemoryError", "No space left on device");

    @Test
    void each_error_is_worded_as_the_program_words_it() throws IOException {
        StringBuilder all = new StringBuilder(Files.readString(Path.of("../release/pelerin")));
        for (String root : List.of("src/main/java", "src/main/resources/text")) {
            try (Stream<Path> files = Files.walk(Path.of(root))) {
                for (Path f : files.filter(Files::isRegularFile).toList()) {
                    all.append(Files.readString(f)).append('\n');
                }
            }
        }
        // as it is said: pieces of a sentence put together
        String said = all.toString().replaceAll("\"\\s*\\+\\s*\"", "");
        List<String> errors = new ArrayList<>();
        for (String line : Files.readAllLines(Path.of("../docs/trouble.md"))) {
            Matcher m = Pattern.compile("^\\| `([^`]+)` \\| [^|]{5,} \\| [^|]{5,} \\|$")
                    .matcher(line);
            if (m.find()) {
                errors.add(m.group(1));
            } else {
                assertThat(line)
                        .as("a row with an error, what it means and what to do")
                        .doesNotStartWith("| `");
            }
        }
        assertThat(errors).hasSizeGreaterThanOrEqualTo(30).doesNotHaveDuplicates();
        errors.removeAll(OF_OTHERS);
        assertThat(errors)
                .allSatisfy(e -> Stream.of(e.split("…"))
                        .map(String::strip)
                        .filter(part -> part.length() > 3)
                        .forEach(part -> assertThat(said).contains(part)));
    }
}
