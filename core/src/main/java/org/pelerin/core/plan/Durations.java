package org.pelerin.core.plan;

import java.math.BigDecimal;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.pelerin.core.language.CoreTexts;

/** Durations as people write them: {@code 10 min}, {@code 1 h 30 min}, {@code 1h30}, {@code 0.5 h}, {@code 0:10}, {@code 2 d}. */
public final class Durations {

    private static final Pattern CLOCK = Pattern.compile("(\\d{1,4}):([0-5]\\d)(?::([0-5]\\d))?");
    private static final Pattern PART = Pattern.compile("\\s*(\\d{1,9}(?:[.,]\\d{1,6})?)\\s*(\\p{Ll}*)\\.?");
    private static final List<Unit> UNITS = List.of(
            new Unit(604_800, CoreTexts.typed("core.plan.durations.typedWeeks")),
            new Unit(86_400, CoreTexts.typed("core.plan.durations.typedDays")),
            new Unit(3600, CoreTexts.typed("core.plan.durations.typedHours")),
            new Unit(60, CoreTexts.typed("core.plan.durations.typedMinutes")),
            new Unit(1, CoreTexts.typed("core.plan.durations.typedSeconds")));
    private static final int MINUTES = 3;
    /** From so many days on, sentences count in days alone. */
    private static final int DAYS_FROM = 14;
    /** From so many days on, sentences count in years. */
    private static final int YEARS_FROM = 1096;

    private static final double HOURS_A_YEAR = 8766;
    private static final Duration LONGEST = Duration.ofDays(36_525);

    private record Unit(long seconds, Set<String> words) {}

    private Durations() {}

    /**
     * Reads a duration of whole seconds. Units s, min, h, d, w, also written out in any language of the texts; {@code h:mm} and {@code h:mm:ss}; a number alone counts
     * minutes, one behind a unit the next smaller unit. At most a hundred years.
     *
     * @throws IllegalArgumentException with a message for people
     */
    public static Duration parse(String text) {
        String t = text.replace('\u00a0', ' ').strip().toLowerCase(Locale.ROOT);
        Matcher clock = CLOCK.matcher(t);
        Duration d = clock.matches() ? clock(clock) : parts(t);
        if (d.compareTo(LONGEST) > 0) {
            throw new IllegalArgumentException(CoreTexts.say("core.plan.durations.thatIsMoreThanA"));
        }
        return d;
    }

    private static Duration clock(Matcher m) {
        return Duration.ofHours(Long.parseLong(m.group(1)))
                .plusMinutes(Long.parseLong(m.group(2)))
                .plusSeconds(m.group(3) == null ? 0 : Long.parseLong(m.group(3)));
    }

    private static Duration parts(String t) {
        Matcher part = PART.matcher(t);
        BigDecimal sum = BigDecimal.ZERO;
        int at = 0;
        int unit = MINUTES - 1;
        while (at < t.length()) {
            if (!part.find(at) || part.start() != at) {
                throw notATime();
            }
            unit = unit(part.group(2), unit);
            BigDecimal number = new BigDecimal(part.group(1).replace(',', '.'));
            sum = sum.add(number.multiply(BigDecimal.valueOf(UNITS.get(unit).seconds)));
            at = part.end();
        }
        if (t.isEmpty()) {
            throw notATime();
        }
        try {
            return Duration.ofSeconds(sum.longValueExact());
        } catch (ArithmeticException e) {
            throw new IllegalArgumentException(CoreTexts.say("core.plan.durations.enterATimeOfWhole"));
        }
    }

    private static IllegalArgumentException notATime() {
        return new IllegalArgumentException(CoreTexts.say("core.plan.durations.writeATimeSuchAs"));
    }

    /** Index of the unit that is named, or of the one below the last. */
    private static int unit(String word, int last) {
        if (word.isEmpty() && last + 1 < UNITS.size()) {
            return last + 1;
        }
        for (int i = 0; i < UNITS.size(); i++) {
            if (UNITS.get(i).words.contains(word)) {
                return i;
            }
        }
        throw notATime();
    }

    /** Exact to the second, largest units first; units stay with their number by a no-break space. */
    public static String format(Duration d) {
        if (d.isNegative()) {
            return "−" + format(d.negated());
        }
        List<String> parts = new ArrayList<>();
        add(parts, d.toDaysPart(), "d");
        add(parts, d.toHoursPart(), "h");
        add(parts, d.toMinutesPart(), "min");
        add(parts, d.toSecondsPart(), "s");
        return parts.isEmpty() ? "0\u00a0s" : String.join(" ", parts);
    }

    /** About the two largest units, rounded, for sentences. */
    public static String rough(Duration d) {
        return d.isNegative()
                ? "−" + rough(d.negated())
                : rough(d, "core.plan.durations.years", "core.plan.durations.days");
    }

    /** The same as when something happens: “after 12 days”. */
    public static String after(Duration d) {
        return d.toDays() >= DAYS_FROM
                ? rough(d, "core.plan.durations.afterYears", "core.plan.durations.afterDays")
                : CoreTexts.say("core.plan.durations.after", "time", rough(d));
    }

    private static String rough(Duration d, String years, String days) {
        if (d.toDays() >= YEARS_FROM) {
            return CoreTexts.say(years, "years", Math.round(d.toHours() / HOURS_A_YEAR * 10) / 10.0);
        }
        if (d.toDays() >= DAYS_FROM) {
            return CoreTexts.say(days, "days", rounded(d, Duration.ofDays(1)).toDays());
        }
        Duration step = d.toDays() >= 1
                ? Duration.ofHours(1)
                : d.toHours() >= 1 ? Duration.ofMinutes(1) : Duration.ofSeconds(1);
        return format(rounded(d, step));
    }

    private static Duration rounded(Duration d, Duration step) {
        return step.multipliedBy(d.plus(step.dividedBy(2)).dividedBy(step));
    }

    private static void add(List<String> parts, long n, String unit) {
        if (n != 0) {
            parts.add(n + "\u00a0" + unit);
        }
    }
}
