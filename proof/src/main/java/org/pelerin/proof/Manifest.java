package org.pelerin.proof;

import java.util.List;

/**
 * What a bundle holds; {@code docs/formats/bundle.md}.
 *
 * @param madeAt in ms since 1970, UTC
 * @param recordSha256 of the capture, as {@code docs/formats/capture-hash.md} has it, or of the file that it was made of
 * @param judgementSha256 of {@code judgement.json}
 */
public record Manifest(
        String format,
        int version,
        long mission,
        String serial,
        String house,
        long madeAt,
        String madeBy,
        String recordSha256,
        String judgementSha256,
        List<Part> entries) {

    public static final String FORMAT = "pelerin-bundle";
    public static final int VERSION = 2;

    /** The one before, which was not signed. */
    static final int UNSIGNED = 1;

    /** One file of it. */
    public record Part(String name, long size, String sha256) {}
}
