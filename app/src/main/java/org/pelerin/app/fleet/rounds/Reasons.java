package org.pelerin.app.fleet.rounds;

import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import org.pelerin.app.fleet.attention.Need;

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
            case MEMORY_FULL, MEMORY_FILLS -> word(n.kind()) + day;
            case STOPPED -> "stopped" + day + ", not collected";
            case OVERDUE, CALIBRATION_LAPSED, CALIBRATION_DUE -> word(n.kind()) + day;
            case BATTERY_EMPTY, BATTERY_ENDS ->
                word(n.kind()) + day + (sealed ? " and cannot be changed" : ", take one along");
            case LEFT_STOPPED -> "stopped since" + day + ", not put back";
            case LOST, SILENT -> word(n.kind()) + " since" + day;
            case NOT_EMPTIED -> "taken away" + day + ", not collected";
            case NO_PLAN, OTHERWISE, NEVER_STARTED, ALARM, CLOCK_OFF, CLAIMED_TWICE, HALF_COLLECTED, FINDING ->
                word(n.kind());
        };
    }

    private static String word(Need.Kind kind) {
        return switch (kind) {
            case MEMORY_FULL, MEMORY_FILLS -> "memory full";
            case STOPPED -> "stopped, not collected";
            case OVERDUE -> "collection due";
            case BATTERY_EMPTY, BATTERY_ENDS -> "battery ends";
            case LEFT_STOPPED -> "stopped, not put back";
            case NOT_EMPTIED -> "taken away, not collected";
            case NO_PLAN -> "has no plan";
            case OTHERWISE -> "written otherwise than wanted";
            case CALIBRATION_LAPSED -> "calibration lapsed";
            case CALIBRATION_DUE -> "calibration due";
            case HALF_COLLECTED -> "download broken off";
            case NEVER_STARTED -> "start not confirmed";
            case ALARM -> "alarm raised";
            case LOST -> "not heard of";
            case SILENT -> "its network station is silent";
            case CLOCK_OFF -> "clock off";
            case CLAIMED_TWICE -> "answers at two addresses";
            case FINDING -> "findings wait";
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
        String why = held.isEmpty() ? "nothing any more" : held;
        return task.because(settled.isEmpty() ? why : why + " (settled: " + settled + ")");
    }
}
