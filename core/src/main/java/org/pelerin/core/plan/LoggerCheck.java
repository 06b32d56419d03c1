package org.pelerin.core.plan;

import java.math.BigDecimal;
import java.math.MathContext;
import java.time.Duration;
import java.time.Instant;
import org.pelerin.core.language.CoreTexts;
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
                        CoreTexts.say(
                                "core.plan.loggerCheck.readsNowWhichIsAlready",
                                "label",
                                plan.channels().get(i).label(),
                                "quantity",
                                LimitText.quantity(rounded(v), unit),
                                "above",
                                above,
                                "above2",
                                LimitText.quantity((above ? level.high() : level.low()).limit(), unit)),
                        CoreTexts.say("core.plan.loggerCheck.checkTheLimitOrLet"));
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
                    CoreTexts.say("core.plan.loggerCheck.itAsksForItsPin"),
                    CoreTexts.say("core.plan.loggerCheck.allowMoreInTheField"));
        }
    }

    /** Leads without any voltage are not connected yet. */
    private void phases() {
        PhaseCheck check = logger.phases();
        if (check != null) {
            check.findings()
                    .forEach(f -> found.warns("", f, CoreTexts.say("core.plan.loggerCheck.correctItBeforeTheLogger")));
        }
    }

    private void state() {
        String held = logger.uncollected() == 1
                ? CoreTexts.say("core.plan.loggerCheck.1RecordThatIsNot")
                : CoreTexts.say(
                        "core.plan.loggerCheck.recordsThatAreNotCollected", "uncollected", logger.uncollected());
        if (logger.running()) {
            found.blocks(
                    Conflict.Way.COLLECT,
                    CoreTexts.say(
                            "core.plan.loggerCheck.theLoggerIsLogging",
                            "uncollected",
                            (logger.uncollected() > 0
                                    ? CoreTexts.say("core.plan.loggerCheck.andHolds", "held", held)
                                    : "")),
                    CoreTexts.say("core.plan.loggerCheck.stopAndCollectIt"));
        } else if (logger.uncollected() > 0) {
            found.blocks(
                    Conflict.Way.COLLECT,
                    CoreTexts.say("core.plan.loggerCheck.theLoggerHolds", "held", held),
                    CoreTexts.say("core.plan.loggerCheck.collectItFirst"));
        } else if (logger.unclosed()) {
            found.blocks(
                    Conflict.Way.COLLECT,
                    CoreTexts.say("core.plan.loggerCheck.itsRecordsAreCollectedBut"),
                    CoreTexts.say("core.plan.loggerCheck.collectItOnceMore"));
        }
        if (logger.firmware().compareTo(model.firmware().oldest()) < 0) {
            found.blocks(
                    Conflict.Way.FIRMWARE,
                    CoreTexts.say("core.plan.loggerCheck.firmwareIsOlderThanAny", "firmware", logger.firmware()),
                    CoreTexts.say(
                            "core.plan.loggerCheck.updateTheLoggerToOr",
                            "oldest",
                            model.firmware().oldest()));
        }
        if (logger.clockOffset().abs().compareTo(CLOCK_TOLERANCE) > 0) {
            found.warns(
                    "",
                    CoreTexts.say(
                            "core.plan.loggerCheck.itsClockIs",
                            "abs",
                            Durations.rough(logger.clockOffset().abs()),
                            "isNegative",
                            logger.clockOffset().isNegative()),
                    CoreTexts.say("core.plan.loggerCheck.itWillBeSetWhen"));
        }
    }

    private void live(String notWired) {
        for (int i : plan.enabled()) {
            Reading reading = i < logger.live().size() ? logger.live().get(i) : null;
            if (reading == null || !reading.open() && !reading.unusable()) {
                continue;
            }
            String at = "channels[" + i + "]";
            String what = CoreTexts.say(
                    "core.plan.loggerCheck.channelILabelReads",
                    "i",
                    (i + 1),
                    "label",
                    plan.channels().get(i).label(),
                    "reads",
                    reads(i, reading));
            boolean wired = MeasuredChannel.of(model, plan, i).input().kind().wired();
            if (wired && !notWired.isEmpty()) {
                found.warns(at, what, CoreTexts.say("core.plan.loggerCheck.itIsWiredAtIts", "notWired", notWired));
            } else {
                found.blocks(
                        at,
                        what,
                        wired
                                ? CoreTexts.say("core.plan.loggerCheck.checkTheWiringSwitchThe")
                                : CoreTexts.say("core.plan.loggerCheck.checkTheSensorOrSwitch"));
            }
        }
    }

    private String reads(int i, Reading reading) {
        if (reading.open()) {
            return CoreTexts.say("core.plan.loggerCheck.readsOpenNothingIsConnected");
        }
        MeasuredChannel channel = MeasuredChannel.of(model, plan, i);
        return CoreTexts.say(
                "core.plan.loggerCheck.readsOutsideItsSensorsRange",
                "quantity",
                LimitText.quantity(reading.raw(), channel.input().unit()),
                "range",
                Conflicts.range(channel));
    }
}
