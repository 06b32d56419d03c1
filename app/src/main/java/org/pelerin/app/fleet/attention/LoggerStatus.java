package org.pelerin.app.fleet.attention;

import java.time.Instant;
import org.pelerin.app.missions.MissionState;

/** How a logger stands: the one answer that every page gives. */
public enum LoggerStatus {
    AT_WORK("at work", "it is at work"),
    WAITING("waiting for their start", "it waits for its start"),
    IN_DOCK("recording in the dock", "it records in the dock"),
    FULL("memory full, not collected", "its memory is full"),
    FLAT("battery empty, not collected", "its battery must be empty"),
    ENDED("ended, not collected", "it has stopped, and its records are in it"),
    STOPPED("collected, not written again", "it is collected and stopped"),
    STOCK("in stock, or never written", "it is in stock"),
    LOST("lost", "it was given up as lost");

    private final String words;
    private final String one;

    LoggerStatus(String words, String one) {
        this.words = words;
        this.one = one;
    }

    /** For a list of several. */
    public String words() {
        return words;
    }

    /** For a sentence about one. */
    public String one() {
        return one;
    }

    /** Whether it does what it was sent out for. */
    public boolean works() {
        return this == AT_WORK;
    }

    /** Whether it is as it should be, so that only a need of it is worth saying. */
    public boolean inOrder() {
        return this == AT_WORK || this == WAITING || this == STOCK;
    }

    public static LoggerStatus of(LoggerOverview s, Instant now) {
        if (s.device().retired() || s.run().state() == null) {
            return s.device().retired() && s.device().lost() ? LOST : STOCK;
        }
        if (s.run().state() == MissionState.COLLECTED) {
            return STOPPED;
        }
        if (s.run().state() == MissionState.ENDED) {
            return ENDED;
        }
        if (s.run().startsAt() == null || s.run().startsAt().isAfter(now)) {
            return WAITING;
        }
        if (s.link().connected()) {
            // what it says itself counts, not what was foreseen
            return s.link().docked() ? IN_DOCK : AT_WORK;
        }
        if (s.batteryFirst()) {
            return s.run().batteryEndsAt().isAfter(now) ? AT_WORK : FLAT;
        }
        if (s.run().endsAt() == null || s.run().endsAt().isAfter(now)) {
            return AT_WORK;
        }
        return s.run().plannedEnd() ? ENDED : FULL;
    }
}
