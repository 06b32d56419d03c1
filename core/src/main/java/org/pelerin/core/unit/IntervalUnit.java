package org.pelerin.core.unit;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The unit of what is reckoned from differences or over time: a difference ({@code Δ°C}), a rate ({@code °C/h}) or a total ({@code °C·h}). It is
 * converted by its base's factor alone, without a zero: 2.7 Δ°F is 1.5 Δ°C.
 *
 * @param base the unit of the values, as {@code °C}
 * @param time what follows, as {@code /h} or {@code ·h}; empty for a difference
 */
record IntervalUnit(String base, String time) {

    /** Before the base of a difference of what has a zero of its own. */
    static final String DIFFERENCE = "Δ";

    private static final Pattern OVER_TIME =
            Pattern.compile("(.+?)([/·](?:s|min|h|d|(?:[0-9.]+(?:h|min|s))+|PT?[0-9DHMS.]+))");

    /** Empty for a unit of values themselves. */
    static Optional<IntervalUnit> of(String symbol) {
        if (Quantity.of(symbol).isPresent()) {
            return Optional.empty();
        }
        if (symbol.startsWith(DIFFERENCE) && shifted(symbol.substring(DIFFERENCE.length()))) {
            return Optional.of(new IntervalUnit(symbol.substring(DIFFERENCE.length()), ""));
        }
        Matcher m = OVER_TIME.matcher(symbol);
        return m.matches() && Quantity.of(m.group(1)).isPresent()
                ? Optional.of(new IntervalUnit(m.group(1), m.group(2)))
                : Optional.empty();
    }

    /** Whether a unit's values have a zero of their own, so that their differences are of another unit. */
    static boolean shifted(String symbol) {
        return Quantity.of(symbol).filter(Quantity.TEMPERATURE::equals).isPresent();
    }

    /** The same with another base of its quantity. */
    String with(String other) {
        return time.isEmpty() ? DIFFERENCE + other : other + time;
    }

    /** How many of another base there are to one of this; empty where they are not of one quantity. */
    Optional<Double> factor(IntervalUnit to) {
        return time.equals(to.time)
                ? Quantity.of(base)
                        .flatMap(q ->
                                q.scale(base).flatMap(a -> q.scale(to.base).map(b -> b.factor() / a.factor())))
                : Optional.empty();
    }
}
