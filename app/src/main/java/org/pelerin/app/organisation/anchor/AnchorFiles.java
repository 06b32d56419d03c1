package org.pelerin.app.organisation.anchor;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.SeekableByteChannel;
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

    /**
     * One write, on the disk when it returns: another process's lines stay whole. After a line that was cut off, by a full disk or a kill, it begins one of
     * its own.
     */
    void append(Anchor anchor, Instant now) throws IOException {
        Files.createDirectories(directory);
        Path file = directory.resolve(NAME.format(now));
        Files.write(
                file,
                ((cutOff(file) ? "\n" : "") + anchor.line() + "\n").getBytes(StandardCharsets.UTF_8),
                StandardOpenOption.CREATE,
                StandardOpenOption.APPEND,
                StandardOpenOption.DSYNC);
    }

    private static boolean cutOff(Path file) throws IOException {
        if (!Files.isRegularFile(file)) {
            return false;
        }
        try (SeekableByteChannel in = Files.newByteChannel(file)) {
            if (in.size() == 0) {
                return false;
            }
            ByteBuffer last = ByteBuffer.allocate(1);
            in.position(in.size() - 1).read(last);
            return last.get(0) != '\n';
        }
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
