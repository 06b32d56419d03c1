package org.pelerin.core.model;

/** The ways in which a mission can end. */
public enum StopKind {
    MEMORY_FULL("when memory is full"),
    AFTER_SAMPLES("after so many samples"),
    AFTER_TIME("after a time"),
    AT("at date and time"),
    WRAP("never: keep the last");

    private final String words;

    StopKind(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
