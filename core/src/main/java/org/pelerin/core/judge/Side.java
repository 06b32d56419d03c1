package org.pelerin.core.judge;

import java.util.Locale;

/** What somebody who looks at an excursion sees of it first: values too high, values too low, or none. */
public enum Side {
    ABOVE("▲"),
    BELOW("▼"),
    MISSING("◇");

    private final String mark;

    Side(String mark) {
        this.mark = mark;
    }

    public String mark() {
        return mark;
    }

    /** Where it is drawn in a picture with a part for each side: 0 for above, 1 for missing in the middle, 2 for below. */
    public int lane() {
        return switch (this) {
            case ABOVE -> 0;
            case MISSING -> 1;
            case BELOW -> 2;
        };
    }

    /** “above”, “below”, “missing”. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }
}
