package org.pelerin.core.plan;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Map;
import org.pelerin.core.language.CoreTexts;
import org.pelerin.core.language.CurrentLanguage;
import org.pelerin.core.model.LoggerModel;

/** A plan against what it will come to: whether memory, battery and calibrations last. */
final class ForecastCheck {

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
                ? CoreTexts.say("core.plan.forecastCheck.itsBatteryIsEmpty")
                : CoreTexts.say(
                        "core.plan.forecastCheck.itsBatteryLastsForAt",
                        "batteryLeft",
                        Durations.rough(f.batteryLeft()));
        if (reason.isEmpty()) {
            found.blocks(WEAK, what, CoreTexts.say("core.plan.forecastCheck.fitANewBatteryOr"));
        } else {
            found.warns(WEAK, what, CoreTexts.say("core.plan.forecastCheck.writtenAnyway", "reason", reason));
        }
    }

    private void ends(Forecast f, Instant from, Instant collectBy) {
        Ending end = f.end();
        boolean before = collectBy != null && from.plus(end.after()).isBefore(collectBy);
        if (end.cause() == Ending.Cause.MEMORY && before) {
            found.warns(
                    "interval",
                    CoreTexts.say(
                            "core.plan.forecastCheck.memoryIsFullAfterBefore", "after", Durations.after(end.after())),
                    CoreTexts.say("core.plan.forecastCheck.chooseALongerIntervalOr"));
        } else if (end.cause() == Ending.Cause.BATTERY && before) {
            found.warns(
                    "interval",
                    CoreTexts.say(
                            "core.plan.forecastCheck.theBatteryIsEmptyAfter", "after", Durations.after(end.after())),
                    CoreTexts.say("core.plan.forecastCheck.fitANewBatteryChoose"));
        } else if (f.batteryShort() && collectBy == null) {
            found.warns(
                    "interval",
                    CoreTexts.say(
                            "core.plan.forecastCheck.theBatteryEndsItAfter",
                            "after",
                            Durations.after(end.after()),
                            "compareTo",
                            (f.recordsFor().compareTo(f.memoryAfter()) < 0
                                    ? CoreTexts.say(
                                            "core.plan.forecastCheck.itsPlanDoesAfter",
                                            "recordsFor",
                                            Durations.after(f.recordsFor()))
                                    : CoreTexts.say(
                                            "core.plan.forecastCheck.memoryIsFullAfter",
                                            "memoryAfter",
                                            Durations.after(f.memoryAfter())))),
                    CoreTexts.say("core.plan.forecastCheck.fitANewBatteryChoose2"));
        }
    }

    private void calibration(Instant now, Instant end, ZoneId zone, Map<Integer, Instant> calibrationDue) {
        for (int i : plan.enabled()) {
            Instant due = calibrationDue.get(i);
            if (due != null && due.isBefore(end)) {
                found.warns(
                        "channels[" + i + "].label",
                        CoreTexts.say(
                                "core.plan.forecastCheck.theCalibrationOf",
                                "label",
                                plan.channels().get(i).label(),
                                "isAfter",
                                due.isAfter(now),
                                "format",
                                day().format(due.atZone(zone))),
                        CoreTexts.say("core.plan.forecastCheck.haveItCalibratedOrCollect"));
            }
        }
    }

    private static DateTimeFormatter day() {
        return DateTimeFormatter.ofPattern(CoreTexts.say("core.plan.forecastCheck.day"), CurrentLanguage.get());
    }
}
