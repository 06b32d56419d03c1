package org.pelerin.app.fleet.attention;

import java.time.Instant;
import org.pelerin.app.platform.language.Texts;

/**
 * Why a logger needs somebody.
 *
 * @param kind what it is
 * @param serial of the logger
 * @param missionId that it is about, or null
 * @param where it lies, as far as is known; may be empty
 * @param spotId of the spot, or null
 * @param since when it began, or will; null where that is not known
 * @param detail what there is to say beside, or empty
 * @param connected whether something can be done from here at once
 */
public record Need(
        Kind kind,
        String serial,
        Long missionId,
        String where,
        Long spotId,
        Instant since,
        String detail,
        boolean connected) {

    public Need(Kind kind, String serial, Long missionId, String where, Long spotId, Instant since, boolean connected) {
        this(kind, serial, missionId, where, spotId, since, "", connected);
    }

    /** Where something can be done about it. */
    public String path() {
        return kind == Kind.FINDING ? "/findings?logger=" + serial : "/dock/" + serial;
    }

    /** The gravest first. */
    public enum Kind {
        CLAIMED_TWICE(
                "fleet.attention.need.serialAnswersAtTwoAddresses",
                "fleet.attention.need.serialsAnswerAtTwoAddresses",
                true),
        MEMORY_FULL("fleet.attention.need.memoryIsFull", "fleet.attention.need.memoriesAreFull", true),
        BATTERY_EMPTY(
                "fleet.attention.need.batteryIsEmptyCalculated",
                "fleet.attention.need.batteriesAreEmptyCalculated",
                true),
        NEVER_STARTED("fleet.attention.need.startIsNotConfirmed", "fleet.attention.need.startsAreNotConfirmed", true),
        STOPPED(
                "fleet.attention.need.loggerStoppedNotCollected",
                "fleet.attention.need.loggersStoppedNotCollected",
                true),
        NOT_EMPTIED(
                "fleet.attention.need.loggerTakenAwayNotCollected",
                "fleet.attention.need.loggersTakenAwayNotCollected",
                true),
        LEFT_STOPPED(
                "fleet.attention.need.loggerCollectedNotRestarted",
                "fleet.attention.need.loggersCollectedNotRestarted",
                true),
        NO_PLAN("fleet.attention.need.loggerAtItsSpotHas", "fleet.attention.need.loggersAtTheirSpotsHave", true),
        OTHERWISE("fleet.attention.need.planDiffersFromWhatThe", "fleet.attention.need.plansDifferFromWhatThe", true),
        LOST("fleet.attention.need.loggerPossiblyLost", "fleet.attention.need.loggersPossiblyLost", true),
        HALF_COLLECTED("fleet.attention.need.downloadInterrupted", "fleet.attention.need.downloadsInterrupted", true),
        SILENT(
                "fleet.attention.need.networkStationDoesNotAnswer",
                "fleet.attention.need.networkStationsDoNotAnswer",
                true),
        OVERDUE("fleet.attention.need.collectionIsOverdue", "fleet.attention.need.collectionsAreOverdue", true),
        ALARM("fleet.attention.need.alarmIsRaised", "fleet.attention.need.alarmsAreRaised", true),
        MEMORY_FILLS(
                "fleet.attention.need.memoryIsFullBeforeThe", "fleet.attention.need.memoriesAreFullBeforeThe", true),
        BATTERY_ENDS(
                "fleet.attention.need.batteryEndsBeforeTheNext",
                "fleet.attention.need.batteriesEndBeforeTheNext",
                true),
        CLOCK_OFF(
                "fleet.attention.need.clockOffsetBeyondTolerance",
                "fleet.attention.need.clockOffsetsBeyondTolerance",
                false),
        CALIBRATION_LAPSED(
                "fleet.attention.need.calibrationHasLapsed", "fleet.attention.need.calibrationsHaveLapsed", false),
        CALIBRATION_DUE("fleet.attention.need.calibrationIsDue", "fleet.attention.need.calibrationsAreDue", false),
        FINDING("fleet.attention.need.loggerHasOpenFindings", "fleet.attention.need.loggersHaveOpenFindings", false);

        private final String one;
        private final String several;
        private final boolean pressing;

        Kind(String one, String several, boolean pressing) {
            this.one = one;
            this.several = several;
            this.pressing = pressing;
        }

        /** Whether putting it back to work settles it. */
        public boolean restarting() {
            return this == LEFT_STOPPED;
        }

        /** Whether collecting its records settles it. */
        public boolean collecting() {
            return switch (this) {
                case ALARM, OVERDUE, MEMORY_FULL, STOPPED, NOT_EMPTIED, MEMORY_FILLS, BATTERY_EMPTY, BATTERY_ENDS ->
                    true;
                default -> false;
            };
        }

        /** “memory is full”, for so many of them. */
        public String words(int n) {
            return Texts.of(n == 1 ? one : several);
        }

        /** Whether somebody should go there for it. */
        public boolean pressing() {
            return pressing;
        }
    }
}
