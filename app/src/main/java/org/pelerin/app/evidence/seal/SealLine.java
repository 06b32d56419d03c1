package org.pelerin.app.evidence.seal;

import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * One seal, as it stands in an entry of the audit trail: table, owner, and the SHA-256 of the rows; a dash where there are none any more.
 *
 * @param sha256 empty for no rows
 */
record SealLine(SealedSet set, String sha256) {

    private static final String NONE = "-";
    private static final Pattern LINE = Pattern.compile("[a-z_]+ -?\\d+ ([0-9a-f]{64}|-)");

    private String told() {
        return set.table() + " " + set.owner() + " " + (sha256.isEmpty() ? NONE : sha256);
    }

    static String write(List<SealLine> lines) {
        return lines.stream().map(SealLine::told).collect(Collectors.joining("\n"));
    }

    /** Lines that are none are passed over: they seal nothing. */
    static List<SealLine> read(String text) {
        return text.lines()
                .filter(l -> LINE.matcher(l).matches())
                .map(l -> {
                    String[] part = l.split(" ");
                    return new SealLine(
                            new SealedSet(part[0], Long.parseLong(part[1])), part[2].equals(NONE) ? "" : part[2]);
                })
                .toList();
    }
}
