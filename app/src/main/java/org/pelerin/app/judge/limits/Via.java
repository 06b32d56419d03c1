package org.pelerin.app.judge.limits;

/** Why a mission is judged by what it is judged by; of several, the first that holds wins. */
public enum Via {
    /** Somebody said it of this mission. */
    MISSION("said of this mission"),
    SPOT("of its spot"),
    SITE("of its site"),
    PLAN("of its plan"),
    /** No set holds for it, or somebody said that none shall. */
    ALARMS("the alarms of its plan");

    private final String words;

    Via(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    /** Whether a set can be attached to it for all its missions. */
    public boolean place() {
        return this == SPOT || this == SITE || this == PLAN;
    }
}
