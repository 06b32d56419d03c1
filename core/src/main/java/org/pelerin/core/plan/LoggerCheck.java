package org.pelerin.core.plan;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import org.pelerin.core.mains.PhaseCheck;
import org.pelerin.core.model.LoggerModel;

/** A plan against the logger in hand: its state, battery, calibration, readings. */
final class LoggerCheck {

    private static final Duration CLOCK_TOLERANCE = Duration.ofMinutes(1);

    private final LoggerModel model;
    private final Plan plan;
    private final LoggerCondition logger;
    private final Conflicts found;

    LoggerCheck(LoggerModel model, Plan plan, LoggerCondition logger, Conflicts found) {
        this.model = model;
        this.plan = plan;
        this.logger = logger;
        this.found = found;
    }

    /** What must be so before anything is written. */
    void before() {
        state();
        pin();
    }

    /** @param collectBy when the next collection is planned, or null */
    void after(Instant now, Instant collectBy) {
        forecast(now, collectBy);
        live();
        phases();
    }

    private void pin() {
        if (logger.pinSet() && plan.option(model, "field", "look")) {
            found.warns(
                    "options[field]",
                    "It asks for its PIN, and its plan lets people in the field only look: nobody there can stop or mark",
                    "Allow more in the field, or take the PIN away");
        }
    }

    /** Leads without any voltage are not connected yet. */
    private void phases() {
        PhaseCheck check = logger.phases();
        if (check != null) {
            check.findings().forEach(f -> found.warns("", f, "Mend it before it is left alone"));
        }
    }

    private void state() {
        if (logger.running()) {
            found.blocks("", "The logger is running", "Stop it and collect what it holds");
        }
        if (logger.uncollected() > 0) {
            found.blocks(
                    "",
                    "The logger holds " + logger.uncollected() + " records that nobody has collected",
                    "Collect them first");
        }
        if (logger.firmware().compareTo(model.firmware().oldest()) < 0) {
            found.blocks(
                    "",
                    "Firmware " + logger.firmware() + " is too old for these settings",
                    "It needs " + model.firmware().oldest() + " or newer");
        }
        if (logger.clockOffset().abs().compareTo(CLOCK_TOLERANCE) > 0) {
            found.warns(
                    "",
                    "Its clock is " + Durations.rough(logger.clockOffset().abs())
                            + (logger.clockOffset().isNegative() ? " slow" : " fast"),
                    "It will be set when the plan is written");
        }
    }

    private void forecast(Instant now, Instant collectBy) {
        if (!model.interval().possible(plan.interval()) || plan.enabled().isEmpty()) {
            return;
        }
        Forecast f = Forecast.of(model, plan, logger.battery(), 10, now);
        Instant from = f.startsAt() == null ? now : f.startsAt();
        if (collectBy != null && f.endsAt() != null && f.endsAt().isBefore(collectBy)) {
            found.warns(
                    "interval",
                    "Memory is full before the planned collection",
                    "Choose a longer interval or come earlier");
        }
        calibration(f.endsAt() != null ? f.endsAt() : collectBy != null ? collectBy : from);
        boolean endless = plan.stop() instanceof StopCondition.Wrap;
        if (collectBy != null && from.plus(f.batteryLeft()).isBefore(collectBy)) {
            found.warns("interval", "The battery is empty before the planned collection", "Fit a new battery");
        } else if (!endless && f.batteryLeft().compareTo(f.recordsFor()) < 0) {
            found.warns(
                    "interval",
                    "The battery is empty after " + Durations.rough(f.batteryLeft()) + ", before memory is full",
                    "Fit a new battery, or choose a longer interval");
        }
    }

    private void calibration(Instant end) {
        for (int i : plan.enabled()) {
            Instant due = logger.calibrationDue().get(i);
            if (due != null && due.isBefore(end)) {
                found.warns(
                        "channels[" + i + "].label",
                        "The calibration of “" + plan.channels().get(i).label() + "” lapses during the mission, on "
                                + due.atOffset(ZoneOffset.UTC).toLocalDate(),
                        "Have it calibrated, or collect before");
            }
        }
    }

    private void live() {
        for (int i : plan.enabled()) {
            if (i < logger.live().size() && Double.isNaN(logger.live().get(i))) {
                found.blocks(
                        "channels[" + i + "]",
                        "Channel " + (i + 1) + " reads open: nothing is connected, or the sensor is broken",
                        "Check the sensor, or switch the channel off");
            }
        }
    }
}
