package org.pelerin.core.sound;

import java.time.DayOfWeek;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.Set;
import org.pelerin.core.derive.Windows;
import org.pelerin.core.judge.Basis;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.language.CoreTexts;
import org.pelerin.core.stats.NoiseDose;

/**
 * When people work: from one time of a local clock to another on chosen days. A shift that passes midnight belongs to the day it begins on.
 *
 * @param to the time of day at which it ends; 00:00 for the end of the day
 */
public record WorkingShift(LocalTime from, LocalTime to, Set<DayOfWeek> days, ZoneId zone) {

    /** The whole of what is allowed in a day, in per cent. */
    public static final double ALLOWED = 100;

    public WorkingShift {
        if (from.equals(to)) {
            throw new IllegalArgumentException(CoreTexts.say("core.sound.workingShift.aShiftCannotEndAt"));
        }
        if (days.isEmpty()) {
            throw new IllegalArgumentException(CoreTexts.say("core.sound.workingShift.aShiftHasAtLeast"));
        }
        days = Set.copyOf(EnumSet.copyOf(days));
    }

    Windows windows() {
        return Windows.shifts(from, to, days, zone);
    }

    /** Id of the rule on the dose of a level. */
    public static String ruleId(String channel) {
        return CoreTexts.say("core.sound.workingShift.channelDose", "channel", channel);
    }

    /** That no shift's dose is above what is allowed. */
    public Rule rule(String channel, NoiseDose.Scheme scheme) {
        return Rule.of(ruleId(channel), channel, new Bound.Above(ALLOWED), Lasting.ANY)
                .on(new Basis.Dose(
                        scheme.criterion(),
                        scheme.exchange(),
                        scheme.threshold(),
                        from,
                        to,
                        days,
                        zone,
                        Basis.MEAN_COVERAGE));
    }
}
