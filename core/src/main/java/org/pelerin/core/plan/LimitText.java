package org.pelerin.core.plan;

import java.util.regex.Pattern;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.language.CoreTexts;

/** Limits in words for people, always with their unit: “below 10 or above 14 °C for over 1 h”. */
public final class LimitText {

    /** Between two digits of the whole part, a multiple of three digits before its end. */
    private static final Pattern THOUSANDS = Pattern.compile("(?<=^-?\\d{1,12})(?=(?:\\d{3})+(?:\\.|$))");

    private LimitText() {}

    /** A pair of alarms; what must last is said once where both sides share it. Empty where neither is set. */
    public static String of(AlarmLevel level, String unit) {
        Alarm low = level.low();
        Alarm high = level.high();
        if (low == null && high == null) {
            return "";
        }
        if (low != null && high != null && !low.lasting().equals(high.lasting())) {
            return CoreTexts.say(
                    "core.plan.limitText.sidesPhraseOrSides2Phrase2",
                    "sides",
                    sides(low.limit(), null, unit),
                    "phrase",
                    LastingText.phrase(low.lasting()),
                    "sides2",
                    sides(null, high.limit(), unit),
                    "phrase2",
                    LastingText.phrase(high.lasting()));
        }
        Alarm any = high != null ? high : low;
        return sides(low == null ? null : low.limit(), high == null ? null : high.limit(), unit) + " "
                + LastingText.phrase(any.lasting());
    }

    public static String of(Rule rule, String unit) {
        return bound(rule.bound(), unit) + " " + LastingText.phrase(rule.lasting());
    }

    /** “below 10 or above 14 °C”. */
    public static String bound(Bound bound, String unit) {
        return sides(
                Double.isInfinite(bound.low()) ? null : bound.low(),
                Double.isInfinite(bound.high()) ? null : bound.high(),
                unit);
    }

    /** The same of two limits, either of which may be null. */
    public static String sides(Double low, Double high, String unit) {
        return (low == null ? "" : CoreTexts.say("core.plan.limitText.belowPlain", "plain", plain(low)))
                + (low != null && high != null ? CoreTexts.say("core.plan.limitText.or") : "")
                + (high == null ? "" : CoreTexts.say("core.plan.limitText.abovePlain", "plain", plain(high)))
                + unit(unit);
    }

    /** A value with its unit. */
    public static String quantity(double v, String unit) {
        return plain(v) + unit(unit);
    }

    /** A value as short as it can be said, with a true minus sign, thousands set apart by a narrow no-break space. */
    public static String plain(double v) {
        String text = v == Math.rint(v) && Math.abs(v) < 1e15 ? String.valueOf((long) v) : String.valueOf(v);
        return (text.indexOf('E') < 0 ? THOUSANDS.matcher(text).replaceAll("\u202f") : text).replace('-', '−');
    }

    private static String unit(String unit) {
        return unit.isEmpty() ? "" : "\u00a0" + unit;
    }
}
