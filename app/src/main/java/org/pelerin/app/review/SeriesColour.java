package org.pelerin.app.review;

import java.util.List;

/** Colours of lines in drawings and documents, as {@code pelerin.css} has them for a light page ({@code --series-1} …); they stay apart for colour-blind readers. */
public final class SeriesColour {

    private static final List<String> ALL =
            List.of("#1b2a33", "#5b6fa8", "#8a5a83", "#4f7f3a", "#a8842c", "#2f8a8a", "#7a6a5a", "#9c4f8f");

    private SeriesColour() {}

    /** How many there are before the first comes again. */
    public static int count() {
        return ALL.size();
    }

    /** @param line from 0 */
    public static String of(int line) {
        return ALL.get(line % ALL.size());
    }
}
