package org.pelerin.app.plans;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.plan.Durations;
import org.pelerin.core.plan.Ending;
import org.pelerin.core.plan.Forecast;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;

/**
 * The mission to be, on a line from writing to what ends it; in a box of {@value #WIDTH} by 96. Not to scale: the
 * wait, the recording and what comes later each have their stretch, so that all are legible.
 *
 * @param startX where recording begins
 * @param endX where it ends, or where memory first comes full with wrap
 * @param end what ends it first
 * @param later what would end it otherwise
 * @param early whether the battery ends it before anything that was planned
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
        String later,
        boolean early,
        boolean wraps,
        String written,
        List<Integer> ticks) {

    public static final int WIDTH = 680;
    private static final int LEFT = 12;
    private static final int WAIT = 118;
    private static final int END = 500;
    private static final int CLOSEST_TICKS = 5;

    static PlanStrip of(Plan plan, Forecast f, Instant now, ZoneId zone, Formats show) {
        boolean atOnce = plan.start() instanceof StartCondition.Now;
        // a logger that overwrites its oldest records goes on where others are full
        boolean wraps = plan.stop() instanceof StopCondition.Wrap && !f.batteryShort();
        int startX = atOnce ? LEFT : LEFT + WAIT;
        Duration recording = wraps ? f.recordsFor() : f.end().after();
        Instant endsAt = f.startsAt() == null ? null : f.startsAt().plus(recording);
        return new PlanStrip(
                startX,
                END,
                atOnce ? Texts.of("plans.planStrip.writtenAndStarted") : begins(plan),
                f.startsAt() == null ? begun(plan) : show.minute(f.startsAt(), zone),
                wait(plan, now),
                wraps
                        ? Texts.of("plans.planStrip.fullForTheFirstTime")
                        : ends(f.end().cause()),
                endsAt == null ? Durations.after(recording) : show.minute(endsAt, zone),
                later(f, wraps),
                f.batteryShort(),
                wraps,
                atOnce ? "" : Texts.of("plans.planStrip.written"),
                ticks(startX, recording));
    }

    private static String ends(Ending.Cause cause) {
        return switch (cause) {
            case PLAN -> Texts.of("plans.planStrip.endsAsPlanned");
            case MEMORY -> Texts.of("plans.planStrip.memoryFullStops");
            case BATTERY -> Texts.of("plans.planStrip.theBatteryEndsIt");
        };
    }

    private static String later(Forecast f, boolean wraps) {
        return f.end().cause() == Ending.Cause.BATTERY && !wraps
                ? Texts.of("plans.planStrip.memoryMemoryAfter", "memoryAfter", Durations.rough(f.memoryAfter()))
                : Texts.of("plans.planStrip.batteryBatteryLeft", "batteryLeft", Durations.rough(f.batteryLeft()));
    }

    private static String begins(Plan plan) {
        return switch (plan.start().kind()) {
            case BUTTON -> Texts.of("plans.planStrip.button");
            case THRESHOLD -> Texts.of("plans.planStrip.startValue");
            default -> Texts.of("plans.planStrip.starts");
        };
    }

    private static String begun(Plan plan) {
        return plan.start() instanceof StartCondition.OnButton
                ? Texts.of("plans.planStrip.whenPressed")
                : Texts.of("plans.planStrip.checkedEveryInterval");
    }

    private static String wait(Plan plan, Instant now) {
        if (plan.start() instanceof StartCondition.At at && at.instant().isAfter(now)) {
            return Texts.of(
                    "plans.planStrip.waitsBetween", "between", Durations.rough(Duration.between(now, at.instant())));
        }
        if (plan.start() instanceof StartCondition.After after) {
            return Texts.of("plans.planStrip.waitsDelay", "delay", Durations.rough(after.delay()));
        }
        return plan.start() instanceof StartCondition.Now ? "" : Texts.of("plans.planStrip.waits");
    }

    private static List<Integer> ticks(int startX, Duration recording) {
        double days = recording.toSeconds() / 86_400.0;
        double step = (END - startX) / days;
        List<Integer> out = new ArrayList<>();
        for (int d = 1; step >= CLOSEST_TICKS && d < days; d++) {
            out.add((int) (startX + d * step));
        }
        return out;
    }
}
