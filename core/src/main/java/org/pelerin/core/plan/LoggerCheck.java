package org.pelerin.core.plan;

import java.math.BigDecimal;
import java.math.MathContext;
import java.time.Duration;
import java.time.Instant;
import org.pelerin.core.mains.PhaseCheck;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.stats.Comparison;

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

    void after(Instant now, Deployment deployment) {
        new ForecastCheck(model, plan, found).all(now, logger.battery(), deployment, logger.calibrationDue());
        live(deployment.notWired());
        limits(deployment.before());
        phases();
    }

    /** Limits that the present reading lies outside of: mistyped, or an alarm from the first sample on. */
    private void limits(Plan before) {
        for (int i : plan.enabled()) {
            AlarmLevel level = plan.channels().get(i).level(1);
            if (before != null
                    && i < before.channels().size()
                    && before.channels().get(i).level(1).equals(level)) {
                continue;
            }
            double v = i < logger.live().size() ? logger.live().get(i).value() : Double.NaN;
            boolean above =
                    level.high() != null && Comparison.above(v, level.high().limit(), Comparison.EXACT);
            boolean below =
                    level.low() != null && Comparison.below(v, level.low().limit(), Comparison.EXACT);
            if (above || below) {
                String unit = plan.unit(model, i);
                found.warns(
                        "channels[" + i + "].levels[0]." + (above ? "high" : "low"),
                        "“" + plan.channels().get(i).label() + "” reads " + LimitText.quantity(rounded(v), unit)
                                + " now, which is already " + (above ? "above " : "below ")
                                + LimitText.quantity((above ? level.high() : level.low()).limit(), unit),
                        "Look at the limit again; or let it start once it lies in its place");
            }
        }
    }

    /** Four figures are enough to recognise a reading by. */
    private static double rounded(double v) {
        return new BigDecimal(v).round(new MathContext(4)).doubleValue();
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
        String held = logger.uncollected() == 1
                ? "1 record that is not home"
                : logger.uncollected() + " records that are not home";
        if (logger.running()) {
            found.blocks(
                    Conflict.Way.COLLECT,
                    "The logger is running" + (logger.uncollected() > 0 ? ", and holds " + held : ""),
                    "Stop it and collect what it holds");
        } else if (logger.uncollected() > 0) {
            found.blocks(Conflict.Way.COLLECT, "The logger holds " + held, "Collect it first");
        } else if (logger.unclosed()) {
            found.blocks(
                    Conflict.Way.COLLECT,
                    "What it holds is home, but its mission has not been collected to its end",
                    "Collect it once more");
        }
        if (logger.firmware().compareTo(model.firmware().oldest()) < 0) {
            found.blocks(
                    Conflict.Way.FIRMWARE,
                    "Firmware " + logger.firmware() + " is older than any that can be programmed here",
                    "Update the logger to " + model.firmware().oldest() + " or newer");
        }
        if (logger.clockOffset().abs().compareTo(CLOCK_TOLERANCE) > 0) {
            found.warns(
                    "",
                    "Its clock is " + Durations.rough(logger.clockOffset().abs())
                            + (logger.clockOffset().isNegative() ? " slow" : " fast"),
                    "It will be set when the plan is written");
        }
    }

    private void live(String notWired) {
        for (int i : plan.enabled()) {
            Reading reading = i < logger.live().size() ? logger.live().get(i) : null;
            if (reading == null || !reading.open() && !reading.unusable()) {
                continue;
            }
            String at = "channels[" + i + "]";
            String what = "Channel " + (i + 1) + ", “" + plan.channels().get(i).label() + "”, " + reads(i, reading);
            boolean wired = MeasuredChannel.of(model, plan, i).input().kind().wired();
            if (wired && !notWired.isEmpty()) {
                found.warns(at, what, "It is to be wired where it is placed: look at it there (" + notWired + ")");
            } else {
                found.blocks(
                        at,
                        what,
                        wired
                                ? "Check the wiring, switch the channel off, or say below why it is not wired yet"
                                : "Check the sensor, or switch the channel off");
            }
        }
    }

    private String reads(int i, Reading reading) {
        if (reading.open()) {
            return "reads open: nothing is connected, or the sensor is broken";
        }
        MeasuredChannel channel = MeasuredChannel.of(model, plan, i);
        return "reads " + LimitText.quantity(reading.raw(), channel.input().unit())
                + ", which its sensor does not give: it measures " + Conflicts.range(channel);
    }
}
