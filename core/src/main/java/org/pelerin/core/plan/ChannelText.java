package org.pelerin.core.plan;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.sensor.Correction;

/** What is asked of a channel, in one line for people. */
public final class ChannelText {

    private ChannelText() {}

    /** “Pt100, 4 wires; corrected by offset −0.3; below 10 or above 14 for over 1 h, latched”; “no limits” where there are none. */
    public static String of(ChannelSettings c) {
        List<String> parts = new ArrayList<>();
        if (c.sensor() != null) {
            parts.add(c.sensor().name());
        }
        if (!c.correction().equals(Correction.NONE)) {
            parts.add("corrected by " + PlanFields.correction(c.correction()));
        }
        if (c.cutOff() > 0) {
            parts.add("0 below " + plain(c.cutOff()));
        }
        if (c.fault() != FaultDirection.MISSING) {
            parts.add("a fault counts as the " + (c.fault() == FaultDirection.UP ? "greatest" : "least") + " value");
        }
        for (int level = 1; level <= c.levels().size(); level++) {
            if (c.level(level).any()) {
                parts.add((level == 1 ? "" : "level " + level + ": ") + limits(c.level(level)));
            }
        }
        if (!c.hasAlarm()) {
            parts.add("no limits");
        }
        return String.join("; ", parts);
    }

    private static String limits(AlarmLevel level) {
        Alarm any = level.upper().or(level::lower).orElseThrow();
        String sides = level.lower().map(a -> "below " + plain(a.limit())).orElse("")
                + (level.low() != null && level.high() != null ? " or " : "")
                + level.upper().map(a -> "above " + plain(a.limit())).orElse("");
        return sides + " " + LastingText.phrase(any.lasting()) + (any.latched() ? ", latched" : "");
    }

    private static String plain(double v) {
        return (v == Math.rint(v) ? String.valueOf((long) v) : String.valueOf(v)).replace('-', '−');
    }
}
