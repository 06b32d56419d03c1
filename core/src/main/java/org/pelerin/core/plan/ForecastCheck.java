package org.pelerin.core.plan;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.Map;
import org.pelerin.core.model.LoggerModel;

/** A plan against what it will come to: whether memory, battery and calibrations last. */
final class ForecastCheck {

    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM uuuu", Locale.ENGLISH);

    /** A battery that lasts no longer is as good as empty. */
    static final Duration LEAST = Duration.ofHours(1);

    /** The field in which somebody says why it is written all the same. */
    static final String WEAK = "weakBattery";

    /** To reckon with where it is not known how cold the place is, °C. */
    static final double SURROUNDINGS = 10;

    private final LoggerModel model;
    private final Plan plan;
    private final Conflicts found;

    ForecastCheck(LoggerModel model, Plan plan, Conflicts found) {
        this.model = model;
        this.plan = plan;
        this.found = found;
    }

    /**
     * @param battery share of its capacity, 0…1
     * @param calibrationDue when calibrations lapse, by channel
     */
    void all(Instant now, double battery, Deployment deployment, Map<Integer, Instant> calibrationDue) {
        Instant collectBy = deployment.collectBy();
        if (!model.interval().possible(plan.interval()) || plan.enabled().isEmpty()) {
            return;
        }
        Forecast f = Forecast.of(model, plan, battery, SURROUNDINGS, now);
        Instant from = f.startsAt() == null ? now : f.startsAt();
        if (f.batteryLeft().compareTo(LEAST) < 0) {
            weak(f, deployment.weakBattery());
        } else {
            ends(f, from, collectBy);
        }
        Instant end = from.plus(f.end().after());
        calibration(
                now, collectBy != null && collectBy.isBefore(end) ? collectBy : end, deployment.zone(), calibrationDue);
    }

    private void weak(Forecast f, String reason) {
        String what = f.batteryLeft().toSeconds() == 0
                ? "Its battery is empty"
                : "Its battery lasts for no more than " + Durations.rough(f.batteryLeft());
        if (reason.isEmpty()) {
            found.blocks(WEAK, what, "Fit a new battery, or say why it is written all the same");
        } else {
            found.warns(WEAK, what, "Written all the same: " + reason);
        }
    }

    private void ends(Forecast f, Instant from, Instant collectBy) {
        Ending end = f.end();
        boolean before = collectBy != null && from.plus(end.after()).isBefore(collectBy);
        if (end.cause() == Ending.Cause.MEMORY && before) {
            found.warns(
                    "interval",
                    "Memory is full after " + Durations.rough(end.after()) + ", before the planned collection",
                    "Choose a longer interval or come earlier");
        } else if (end.cause() == Ending.Cause.BATTERY && before) {
            found.warns(
                    "interval",
                    "The battery is empty after " + Durations.rough(end.after()) + ", before the planned collection",
                    "Fit a new battery, choose a longer interval or come earlier");
        } else if (f.batteryShort() && collectBy == null) {
            found.warns(
                    "interval",
                    "The battery ends it after " + Durations.rough(end.after()) + ", before "
                            + (f.recordsFor().compareTo(f.memoryAfter()) < 0
                                    ? "its plan would, after " + Durations.rough(f.recordsFor())
                                    : "memory is full, after " + Durations.rough(f.memoryAfter())),
                    "Fit a new battery, choose a longer interval, or say when somebody collects it");
        }
    }

    private void calibration(Instant now, Instant end, ZoneId zone, Map<Integer, Instant> calibrationDue) {
        for (int i : plan.enabled()) {
            Instant due = calibrationDue.get(i);
            if (due != null && due.isBefore(end)) {
                found.warns(
                        "channels[" + i + "].label",
                        "The calibration of “" + plan.channels().get(i).label() + "”"
                                + (due.isAfter(now) ? " lapses during the mission, on " : " lapsed on ")
                                + DAY.format(due.atZone(zone)),
                        "Have it calibrated, or collect before");
            }
        }
    }
}
