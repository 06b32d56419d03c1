package org.pelerin.app.report.verify;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.platform.language.Texts;

/** Lines held against each other; few are told, the others counted. */
final class Differences {

    private static final int TOLD = 20;
    private static final int LONGEST = 160;

    private final List<String> told = new ArrayList<>();
    private int more;

    /** Line by line, as far as either goes. */
    static Differences ofLines(String where, List<String> given, List<String> wanted) {
        Differences out = new Differences();
        for (int i = 0; i < Math.max(given.size(), wanted.size()); i++) {
            String g = i < given.size() ? given.get(i) : null;
            String w = i < wanted.size() ? wanted.get(i) : null;
            if (g == null || !g.equals(w)) {
                out.add(Texts.stored(
                        "stored.differences.whereLineIShownShown2",
                        "where",
                        where,
                        "i",
                        (i + 1),
                        "shown",
                        shown(w),
                        "shown2",
                        shown(g)));
            }
        }
        return out;
    }

    private static String shown(String line) {
        return line == null
                ? Texts.stored("stored.differences.nothing")
                : "“" + (line.length() > LONGEST ? line.substring(0, LONGEST) + "…" : line).strip() + "”";
    }

    void add(String difference) {
        if (told.size() < TOLD) {
            told.add(difference);
        } else {
            more++;
        }
    }

    void addAll(Differences other) {
        other.told.forEach(this::add);
        more += other.more;
    }

    boolean none() {
        return told.isEmpty();
    }

    List<String> list() {
        List<String> out = new ArrayList<>(told);
        if (more > 0) {
            out.add(Texts.stored("stored.differences.andMore", "more", more));
        }
        return out;
    }
}
