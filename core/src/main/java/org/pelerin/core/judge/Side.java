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

    /** “above”, “below”, “missing”. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }
}
