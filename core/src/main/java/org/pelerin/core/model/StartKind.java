package org.pelerin.core.model;

/** The ways in which a mission can begin. */
public enum StartKind {
    NOW("at once"),
    BUTTON("on its button"),
    AT("at date and time"),
    AFTER("after a delay"),
    INTERVAL("on a full interval of the clock"),
    THRESHOLD("when a channel says so");

    private final String words;

    StartKind(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
