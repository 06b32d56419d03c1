package org.pelerin.app.missions.documentation;

import java.time.Instant;
import org.pelerin.app.platform.language.Texts;

/** A file that goes with a mission; its bytes are read apart. */
public record Attachment(
        long id, long missionId, String name, String type, int size, String sha256, Instant addedAt, String addedBy) {

    public boolean picture() {
        return type.startsWith("image/");
    }

    /** “1.4 MB”. */
    public String shownSize() {
        return size < 1_000_000
                ? Texts.of("missions.documentation.attachment.maxKB", "max", Math.max(1, Math.round(size / 1000.0)))
                : String.format(java.util.Locale.ROOT, "%.1f\u00a0MB", size / 1e6);
    }
}
