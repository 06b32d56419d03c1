package org.pelerin.app.collect;

import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.pelerin.app.platform.language.Texts;

/** Pages that came damaged and were read again, in words. */
final class Rereads {

    private static final int LONGEST = 360;

    private Rereads() {}

    /**
     * “page 12 twice, page 40”.
     *
     * @param before as it was said of this visit up to now; empty for nothing
     * @param more how often each page was read again
     */
    static String words(String before, Map<Long, Integer> more) {
        String text = new TreeMap<>(more)
                .entrySet().stream()
                        .map(e -> Texts.stored(
                                "stored.rereads.pageKeyTimes", "key", e.getKey(), "times", times(e.getValue())))
                        .collect(Collectors.joining(", "));
        String all = before + (before.isEmpty() || text.isEmpty() ? "" : ", ") + text;
        return all.length() <= LONGEST
                ? all
                : Texts.stored(
                        "stored.rereads.andOthers", "substring", all.substring(0, all.lastIndexOf(", ", LONGEST)));
    }

    private static String times(int n) {
        return n == 1
                ? ""
                : n == 2 ? Texts.stored("stored.rereads.twice") : Texts.stored("stored.rereads.nTimes", "n", n);
    }
}
