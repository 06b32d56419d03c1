package org.pelerin.app.organisation.anchor;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A disk that is full or can only be read costs no head that could be written, and is said. */
class AnchorFilesTest {

    private static final Instant NOW = Instant.parse("2026-03-01T08:00:00Z");

    @TempDir
    Path folder;

    private AnchorFiles files() {
        return new AnchorFiles(folder.resolve("heads").toString());
    }

    private TrailAnchors anchors() {
        return new TrailAnchors(null, null, files(), null, null, null);
    }

    private static Anchor head(long sequence) {
        return new Anchor(sequence, "a".repeat(64), NOW, "", "");
    }

    private Path month() throws IOException {
        return Files.createDirectories(folder.resolve("heads")).resolve("heads-2026-03.jsonl");
    }

    @Test
    void a_full_disk_is_said_until_there_is_room_again() throws IOException {
        Files.createSymbolicLink(month(), Path.of("/dev/full"));
        TrailAnchors anchors = anchors();
        anchors.write(head(1));
        assertThat(anchors.words())
                .startsWith("◇ Its heads cannot be written to ")
                .contains("No space left on device");
        Files.delete(month());
        anchors.write(head(2));
        assertThat(Files.readAllLines(month())).hasSize(1);
        assertThat(Anchor.read(Files.readAllLines(month()).get(0))).hasValue(head(2));
    }

    @Test
    void a_directory_that_is_none_is_said() throws IOException {
        Files.writeString(folder.resolve("heads"), "a file");
        TrailAnchors anchors = anchors();
        anchors.write(head(1));
        assertThat(anchors.words())
                .startsWith("◇ Its heads cannot be written to ")
                .endsWith("it is a file, not a directory.");
        assertThat(Files.readString(folder.resolve("heads"))).isEqualTo("a file");
    }

    /** Half a line costs itself, and not the one after it. */
    @Test
    void after_a_line_that_was_cut_off_the_next_stands_by_itself() throws IOException {
        files().append(head(1), NOW);
        String whole = Files.readString(month());
        Files.writeString(month(), whole + whole.substring(0, 40));
        files().append(head(3), NOW);
        assertThat(Files.readAllLines(month())).hasSize(3);
        assertThat(Anchor.read(Files.readAllLines(month()).get(2))).hasValue(head(3));
    }
}
