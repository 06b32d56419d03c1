package org.pelerin.app.fleet.attention;

import java.time.Instant;
import org.pelerin.app.missions.MissionState;
import org.pelerin.app.platform.language.Texts;

/** How a logger stands: the one answer that every page gives. */
public enum LoggerStatus {
    AT_WORK("fleet.attention.loggerStatus.atWork", "fleet.attention.loggerStatus.atWork"),
    WAITING("fleet.attention.loggerStatus.waitingToStart", "fleet.attention.loggerStatus.waitingToStart"),
    IN_DOCK("fleet.attention.loggerStatus.loggingInTheDock", "fleet.attention.loggerStatus.loggingInTheDock"),
    FULL("fleet.attention.loggerStatus.memoryFullNotCollected", "fleet.attention.loggerStatus.memoryFull"),
    FLAT(
            "fleet.attention.loggerStatus.batteryEmptyNotCollected",
            "fleet.attention.loggerStatus.batteryEmptyCalculated"),
    ENDED("fleet.attention.loggerStatus.stoppedNotCollected", "fleet.attention.loggerStatus.stoppedNotCollected"),
    STOPPED("fleet.attention.loggerStatus.collectedNotRestarted", "fleet.attention.loggerStatus.collectedAndStopped"),
    STOCK("fleet.attention.loggerStatus.inStockOrNeverWritten", "fleet.attention.loggerStatus.inStock"),
    LOST("fleet.attention.loggerStatus.lost", "fleet.attention.loggerStatus.markedAsLost");

    private final String words;
    private final String one;

    LoggerStatus(String words, String one) {
        this.words = words;
        this.one = one;
    }

    /** For a list of several. */
    public String words() {
        return Texts.of(words);
    }

    /** For a sentence about one. */
    public String one() {
        return Texts.of(one);
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
        if (s.run().state() != null && s.run().state().home()) {
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
