package org.pelerin.core.plan;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Durations as people write them: {@code 10 min}, {@code 1 h 30 min}, {@code 2 d}. */
public final class Durations {

    private static final Pattern PART = Pattern.compile("(\\d{1,9})\\s*([a-z]*)");
    private static final Map<String, Long> SECONDS = Map.ofEntries(
            Map.entry("s", 1L),
            Map.entry("sec", 1L),
            Map.entry("min", 60L),
            Map.entry("m", 60L),
            Map.entry("h", 3600L),
            Map.entry("hour", 3600L),
            Map.entry("hours", 3600L),
            Map.entry("d", 86400L),
            Map.entry("day", 86400L),
            Map.entry("days", 86400L));

    private Durations() {}

    /**
     * Reads a duration in whole seconds or more; units s, min, h, d.
     *
     * @throws IllegalArgumentException with a message for people
     */
    public static Duration parse(String text) {
        String rest = text.strip().toLowerCase(Locale.ROOT);
        Matcher part = PART.matcher(rest);
        Duration sum = Duration.ZERO;
        int at = 0;
        while (at < rest.length()) {
            Long seconds = part.find(at) && part.start() == at ? SECONDS.get(part.group(2)) : null;
            if (seconds == null) {
                throw new IllegalArgumentException("Write a time such as “30 s”, “10 min” or “1 h 30 min”");
            }
            sum = sum.plusSeconds(seconds * Long.parseLong(part.group(1)));
            at = part.end();
            while (at < rest.length() && rest.charAt(at) == ' ') {
                at++;
            }
        }
        if (rest.isEmpty()) {
            throw new IllegalArgumentException("Write a time such as “30 s”, “10 min” or “1 h 30 min”");
        }
        return sum;
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
        if (d.isNegative()) {
            return "−" + rough(d.negated());
        }
        if (d.toDays() >= 14) {
            return rounded(d, Duration.ofDays(1)).toDays() + "\u00a0days";
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
