package org.pelerin.app.plan;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.platform.web.Show;
import org.pelerin.core.plan.Durations;
import org.pelerin.core.plan.Forecast;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;

/**
 * The mission to be, on a line from writing to the battery's end; in a box of {@value #WIDTH} by 96. Not to scale: the
 * wait, the recording and what remains of the battery each have their stretch, so that all are legible.
 *
 * @param startX where recording begins
 * @param endX where it ends, or where memory first comes full with wrap
 * @param ticks positions of the day marks, none where they would be closer than 5
 */
public record PlanStrip(
        int startX,
        int endX,
        String start,
        String startWhen,
        String waits,
        String end,
        String endWhen,
        String battery,
        boolean batteryFirst,
        int batteryX,
        boolean wraps,
        String written,
        List<Integer> ticks) {

    public static final int WIDTH = 680;
    private static final int LEFT = 12;
    private static final int WAIT = 118;
    private static final int FULL_END = 500;
    private static final int CLOSEST_TICKS = 5;

    static PlanStrip of(Plan plan, Forecast f, Instant now, ZoneId zone, Show show) {
        boolean atOnce = plan.start() instanceof StartCondition.Now;
        boolean wraps = plan.stop() instanceof StopCondition.Wrap;
        int startX = atOnce ? LEFT : LEFT + WAIT;
        Duration recording = f.recordsFor();
        boolean batteryFirst = f.batteryLeft().compareTo(recording) < 0;
        int batteryX = batteryFirst
                ? startX
                        + (int) ((FULL_END - startX) * ((double) f.batteryLeft().toSeconds() / recording.toSeconds()))
                : WIDTH - 12;
        return new PlanStrip(
                startX,
                FULL_END,
                atOnce ? "written and started" : begins(plan),
                f.startsAt() == null ? begun(plan) : show.minute(f.startsAt(), zone),
                wait(plan, now),
                wraps
                        ? "first full, goes on"
                        : plan.stop() instanceof StopCondition.MemoryFull ? "full, stops" : "ends",
                f.endsAt() == null ? "after " + Durations.rough(recording) : show.minute(f.endsAt(), zone),
                "battery " + Durations.rough(f.batteryLeft()),
                batteryFirst,
                batteryX,
                wraps,
                atOnce ? "" : "written",
                ticks(startX, recording));
    }

    private static String begins(Plan plan) {
        return switch (plan.start().kind()) {
            case BUTTON -> "button";
            case THRESHOLD -> "its value comes";
            default -> "starts";
        };
    }

    private static String begun(Plan plan) {
        return plan.start() instanceof StartCondition.OnButton ? "when pressed" : "watched every interval";
    }

    private static String wait(Plan plan, Instant now) {
        if (plan.start() instanceof StartCondition.At at && at.instant().isAfter(now)) {
            return "waits " + Durations.rough(Duration.between(now, at.instant()));
        }
        if (plan.start() instanceof StartCondition.After after) {
            return "waits " + Durations.rough(after.delay());
        }
        return plan.start() instanceof StartCondition.Now ? "" : "waits";
    }

    private static List<Integer> ticks(int startX, Duration recording) {
        double days = recording.toSeconds() / 86_400.0;
        double step = (FULL_END - startX) / days;
        List<Integer> out = new ArrayList<>();
        for (int d = 1; step >= CLOSEST_TICKS && d < days; d++) {
            out.add((int) (startX + d * step));
        }
        return out;
    }
}
