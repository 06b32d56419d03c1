package org.pelerin.app.judge.limits;

import java.util.Locale;
import org.pelerin.app.platform.language.Texts;

/** Why a mission is judged by what it is judged by; of several, the first that holds wins. */
public enum LimitsSource {
    /** Somebody said it of this mission. */
    MISSION("stored.limitsSource.chosenForThisMission"),
    SPOT("stored.limitsSource.ofItsSpot"),
    SITE("stored.limitsSource.ofItsSite"),
    PLAN("stored.limitsSource.ofItsPlan"),
    /** Somebody said that no set shall hold for it. */
    ALARMS("stored.limitsSource.alarmLimitsOfItsPlan"),
    /** No set held for it when it was judged. */
    NONE("stored.limitsSource.alarmLimitsOfItsPlan");

    private final String words;

    LimitsSource(String words) {
        this.words = words;
    }

    public String words() {
        return Texts.of(words);
    }

    /** Whether somebody said it of the mission itself, so that it follows no place. */
    public boolean said() {
        return this == MISSION || this == ALARMS;
    }

    /** What kind of place it is: “spot”, “site”, “plan”; only where {@link #place}. */
    public String kind() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** Path of the page of such a place. */
    String page(long target) {
        return switch (this) {
            case SPOT -> "/spots/" + target;
            case SITE -> "/places/" + target;
            case PLAN -> "/plans/" + target;
            case MISSION, ALARMS, NONE -> throw new IllegalStateException(this + " is no place");
        };
    }

    /** Whether a set can be attached to it for all its missions. */
    public boolean place() {
        return this == SPOT || this == SITE || this == PLAN;
    }
}
