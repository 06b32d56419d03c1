package org.pelerin.app.missions.documentation;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.pelerin.app.places.Picture;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.text.CleanText;

/** What kind of file something is, told from its bytes, and how it may be called. */
public final class FileKind {

    private static final int LARGEST_PDF = 10_000_000;
    private static final int LONGEST_NAME = 120;
    private static final byte[] PDF = "%PDF-".getBytes(StandardCharsets.US_ASCII);

    private FileKind() {}

    /** @throws IllegalArgumentException if it is no PNG, JPEG or PDF, or too large */
    public static String of(byte[] bytes) {
        if (bytes.length > PDF.length && Arrays.equals(bytes, 0, PDF.length, PDF, 0, PDF.length)) {
            if (bytes.length > LARGEST_PDF) {
                throw new IllegalArgumentException(Texts.of("missions.documentation.fileKind.aPdfHasAtMost"));
            }
            return "application/pdf";
        }
        return Picture.of(bytes).type();
    }

    /** As it is kept: without path, with an ending that says what it is, and unlike those that are there. */
    public static String named(String name, String type, Set<String> taken) {
        return free(ending(clean(name), type), taken);
    }

    /** Without path, and without what a file system may stumble over. */
    static String clean(String name) {
        String last = name.substring(Math.max(name.lastIndexOf('/'), name.lastIndexOf('\\')) + 1);
        String plain =
                CleanText.line(last).replaceAll("[\\p{Cntrl}<>:\"|?*]", "_").strip();
        String kept = plain.isEmpty() || plain.matches("\\.+") ? "file" : plain;
        return kept.length() > LONGEST_NAME ? kept.substring(kept.length() - LONGEST_NAME) : kept;
    }

    /** With an ending that says what it is, whatever it was called: the one it has, or one more. */
    static String ending(String name, String type) {
        String lower = name.toLowerCase(Locale.ROOT);
        List<String> ends = switch (type) {
            case "application/pdf" -> List.of(".pdf");
            case "image/png" -> List.of(".png");
            default -> List.of(".jpg", ".jpeg");
        };
        return ends.stream().anyMatch(lower::endsWith) ? name : name + ends.get(0);
    }

    /** “scan.pdf”, then “scan (2).pdf”. */
    static String free(String name, Set<String> taken) {
        int dot = name.lastIndexOf('.');
        String stem = dot > 0 ? name.substring(0, dot) : name;
        String end = dot > 0 ? name.substring(dot) : "";
        String free = name;
        for (int n = 2; taken.contains(free); n++) {
            free = stem + " (" + n + ")" + end;
        }
        return free;
    }
}
