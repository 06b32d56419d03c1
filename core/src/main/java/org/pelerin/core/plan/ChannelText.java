package org.pelerin.core.plan;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.language.CoreTexts;
import org.pelerin.core.model.Input;
import org.pelerin.core.model.InputModel;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.sensor.Correction;

/** What is asked of a channel, in one line for people. */
public final class ChannelText {

    /**
     * A recorded channel and what is asked of it.
     *
     * @param accuracy of its input, as its model states it: “±0.5 °C”; empty where none is stated
     */
    public record Line(String label, String text, String accuracy) {}

    private ChannelText() {}

    /** The recorded channels of a plan, in order. */
    public static List<Line> lines(LoggerModel model, Plan plan) {
        return plan.enabled().stream()
                .map(i -> new Line(
                        plan.channels().get(i).label(),
                        of(plan.channels().get(i), plan.unit(model, i)),
                        i < model.channels().size()
                                ? accuracy(MeasuredChannel.of(model, plan, i).input())
                                : ""))
                .toList();
    }

    /**
     * “Pt100, 4 wires; corrected by offset −0.3; below 10 or above 14 °C for over 1 h, latched”; “no limits” where there are
     * none.
     *
     * @param unit in which the channel is shown
     */
    public static String of(ChannelSettings c, String unit) {
        List<String> parts = new ArrayList<>();
        if (c.sensor() != null) {
            parts.add(c.sensor().name());
        }
        if (!c.correction().equals(Correction.NONE)) {
            parts.add(CoreTexts.say(
                    "core.plan.channelText.correctedBy", "correction", PlanFields.correction(c.correction())));
        }
        if (c.cutOff() > 0) {
            parts.add(CoreTexts.say("core.plan.channelText.lowCutOff", "plain", LimitText.plain(c.cutOff())));
        }
        if (c.fault() != FaultDirection.MISSING) {
            parts.add(CoreTexts.say("core.plan.channelText.onSensorFault", "fault", c.fault() == FaultDirection.UP));
        }
        for (int level = 1; level <= c.levels().size(); level++) {
            if (c.level(level).any()) {
                parts.add((level == 1 ? "" : CoreTexts.say("core.plan.channelText.levelLevel", "level", level))
                        + limits(c.level(level), unit));
            }
        }
        if (!c.hasAlarm()) {
            parts.add(CoreTexts.say("core.plan.channelText.noLimits"));
        }
        return String.join("; ", parts);
    }

    private static String accuracy(InputModel input) {
        if (input.accuracy() == 0) {
            return "";
        }
        String stated = "±" + LimitText.plain(input.accuracy()) + "\u00a0" + input.unit();
        return input.kind() == Input.BUILT_IN
                ? stated
                : CoreTexts.say("core.plan.channelText.atItsInput", "stated", stated);
    }

    private static String limits(AlarmLevel level, String unit) {
        Alarm any = level.upper().or(level::lower).orElseThrow();
        return LimitText.of(level, unit) + (any.latched() ? CoreTexts.say("core.plan.channelText.latched") : "");
    }
}
