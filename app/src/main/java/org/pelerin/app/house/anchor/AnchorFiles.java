package org.pelerin.app.house.anchor;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** Files that only grow, one a month, in a directory of their own, which may be on another disk. */
@Component
class AnchorFiles {

    private static final DateTimeFormatter NAME =
            DateTimeFormatter.ofPattern("'heads-'uuuu-MM'.jsonl'").withZone(ZoneOffset.UTC);

    private final Path directory;

    AnchorFiles(@Value("${pelerin.anchors:}") String directory) {
        this.directory = directory.isBlank() ? null : Path.of(directory.strip());
    }

    /** Whether there is a directory for them. */
    boolean wanted() {
        return directory != null;
    }

    Path directory() {
        return directory;
    }

    /** One write, on the disk when it returns: another process's lines stay whole. */
    void append(Anchor anchor, Instant now) throws IOException {
        Files.createDirectories(directory);
        Files.write(
                directory.resolve(NAME.format(now)),
                (anchor.line() + "\n").getBytes(StandardCharsets.UTF_8),
                StandardOpenOption.CREATE,
                StandardOpenOption.APPEND,
                StandardOpenOption.DSYNC);
    }

    /** The oldest first. */
    List<Path> all() throws IOException {
        if (!Files.isDirectory(directory)) {
            return List.of();
        }
        try (Stream<Path> files = Files.list(directory)) {
            return files.filter(f -> f.getFileName().toString().endsWith(".jsonl"))
                    .sorted()
                    .toList();
        }
    }
}
