package org.pelerin.app.fleet.rounds;

import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.platform.language.Texts;

/** Why a task is to be done, in plain words: what holds now, and what of its planned reasons is settled. */
final class Reasons {

    /** How a date is written in a reason. */
    interface Days {
        String day(Instant t);
    }

    private Reasons() {}

    static String of(List<Need> needs, boolean sealed, Days days) {
        return needs.stream().map(n -> of(n, sealed, days)).distinct().collect(Collectors.joining(", "));
    }

    private static String of(Need n, boolean sealed, Days days) {
        String day = n.since() == null ? "" : " " + days.day(n.since());
        return switch (n.kind()) {
            case STOPPED -> Texts.stored("stored.reasons.stoppedNotCollected", "day", day);
            case MEMORY_FULL, MEMORY_FILLS, OVERDUE, CALIBRATION_LAPSED, CALIBRATION_DUE -> word(n.kind(), day);
            case BATTERY_EMPTY, BATTERY_ENDS ->
                sealed
                        ? Texts.stored("stored.reasons.batteryEndsCannotBeChanged", "day", day)
                        : Texts.stored("stored.reasons.batteryEndsTakeOneAlong", "day", day);
            case LEFT_STOPPED -> Texts.stored("stored.reasons.stoppedSinceNotRestarted", "day", day);
            case LOST, SILENT -> Texts.stored("stored.reasons.wordSinceDay", "word", word(n.kind()), "day", day);
            case NOT_EMPTIED -> Texts.stored("stored.reasons.takenAwayNotCollected", "day", day);
            case NO_PLAN, OTHERWISE, NEVER_STARTED, ALARM, CLOCK_OFF, CLAIMED_TWICE, HALF_COLLECTED, FINDING ->
                word(n.kind());
        };
    }

    private static String word(Need.Kind kind) {
        return word(kind, "");
    }

    /** @param day with a blank before it; empty where it does not matter */
    private static String word(Need.Kind kind, String day) {
        return switch (kind) {
            case MEMORY_FULL, MEMORY_FILLS -> Texts.stored("stored.reasons.memoryFull", "day", day);
            case STOPPED -> Texts.stored("stored.reasons.stoppedNotCollected2");
            case OVERDUE -> Texts.stored("stored.reasons.collectionDue", "day", day);
            case BATTERY_EMPTY, BATTERY_ENDS -> Texts.stored("stored.reasons.batteryEnds");
            case LEFT_STOPPED -> Texts.stored("stored.reasons.stoppedNotRestarted");
            case NOT_EMPTIED -> Texts.stored("stored.reasons.takenAwayNotCollected2");
            case NO_PLAN -> Texts.stored("stored.reasons.hasNoPlan");
            case OTHERWISE -> Texts.stored("stored.reasons.planDiffersFromSpot");
            case CALIBRATION_LAPSED -> Texts.stored("stored.reasons.calibrationLapsed", "day", day);
            case CALIBRATION_DUE -> Texts.stored("stored.reasons.calibrationDue", "day", day);
            case HALF_COLLECTED -> Texts.stored("stored.reasons.downloadInterrupted");
            case NEVER_STARTED -> Texts.stored("stored.reasons.startNotConfirmed");
            case ALARM -> Texts.stored("stored.reasons.alarmRaised");
            case LOST -> Texts.stored("stored.reasons.possiblyLost");
            case SILENT -> Texts.stored("stored.reasons.itsNetworkStationDoesNot");
            case CLOCK_OFF -> Texts.stored("stored.reasons.clockOffset");
            case CLAIMED_TWICE -> Texts.stored("stored.reasons.answersAtTwoAddresses");
            case FINDING -> Texts.stored("stored.reasons.openFindings");
        };
    }

    /** The needs among which a task's reasons are, for {@link Task#needs()}. */
    static String names(List<Need> needs) {
        return needs.stream().map(n -> n.kind().name()).distinct().collect(Collectors.joining(" "));
    }

    /**
     * The task with the reasons that hold; one that is settled, or was not planned for a need, keeps its own.
     *
     * @param now what its logger needs by now
     */
    static Task refreshed(Task task, List<Need> now, boolean sealed, Days days) {
        if (!task.open() || task.needs().isEmpty()) {
            return task;
        }
        List<String> holding = now.stream().map(n -> word(n.kind())).toList();
        String settled = Arrays.stream(task.needs().split(" "))
                .map(n -> word(Need.Kind.valueOf(n)))
                .distinct()
                .filter(w -> !holding.contains(w))
                .collect(Collectors.joining(", "));
        String held = of(now, sealed, days);
        String why = held.isEmpty() ? Texts.stored("stored.reasons.noLongerDue") : held;
        return task.because(
                settled.isEmpty()
                        ? why
                        : Texts.stored("stored.reasons.whyDoneSettled", "why", why, "settled", settled));
    }
}
