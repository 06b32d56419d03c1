package org.pelerin.core.plan;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/**
 * One setting in which two plans differ.
 *
 * @param field the setting
 * @param wanted what was sent
 * @param found what is there
 */
public record PlanDifference(String field, String wanted, String found) {

    /** Compares field by field; empty if the plans are the same. */
    public static List<PlanDifference> between(Plan wanted, Plan found) {
        List<PlanDifference> out = new ArrayList<>();
        compare(out, "model", wanted.model(), found.model());
        compare(out, "name", wanted.loggerName(), found.loggerName());
        compare(out, "interval", wanted.interval(), found.interval());
        compare(out, "start", wanted.start(), found.start());
        compare(out, "stop", wanted.stop(), found.stop());
        compare(
                out,
                "number of channels",
                wanted.channels().size(),
                found.channels().size());
        for (int i = 0; i < Math.min(wanted.channels().size(), found.channels().size()); i++) {
            ChannelSettings a = wanted.channels().get(i);
            ChannelSettings b = found.channels().get(i);
            String channel = "channel " + (i + 1) + " ";
            compare(out, channel + "enabled", a.enabled(), b.enabled());
            compare(out, channel + "label", a.label(), b.label());
            compare(out, channel + "upper alarm", a.high(), b.high());
            compare(out, channel + "lower alarm", a.low(), b.low());
        }
        return out;
    }

    private static void compare(List<PlanDifference> out, String field, Object wanted, Object found) {
        if (!Objects.equals(wanted, found)) {
            out.add(new PlanDifference(field, String.valueOf(wanted), String.valueOf(found)));
        }
    }
}
