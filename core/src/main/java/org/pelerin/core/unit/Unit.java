package org.pelerin.core.unit;

import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * A unit of measurement by its symbol, as it is written beside a value. Any text is a unit; of those that are known here, values can be
 * converted into other units of the same quantity.
 *
 * @param symbol as {@code °C}; empty for what has none
 */
public record Unit(String symbol) {

    public static final Unit NONE = new Unit("");
    public static final Unit CELSIUS = new Unit("°C");
    public static final Unit FAHRENHEIT = new Unit("°F");

    public Unit {
        java.util.Objects.requireNonNull(symbol);
    }

    public static Unit of(String symbol) {
        return new Unit(symbol);
    }

    /** Whether its values are levels, whose means are formed as energy: any unit that begins with {@code dB}. */
    public boolean level() {
        return symbol.startsWith("dB");
    }

    public boolean temperature() {
        return Quantity.of(symbol).filter(Quantity.TEMPERATURE::equals).isPresent();
    }

    /** The units in which its values can be shown, itself first. */
    public List<Unit> choices() {
        return Quantity.of(symbol)
                .map(q -> q.symbols(symbol).stream().map(Unit::new).toList())
                .orElse(List.of(this));
    }

    /** That of a difference of two values. */
    public Unit difference() {
        return IntervalUnit.shifted(symbol) ? of(IntervalUnit.DIFFERENCE + symbol) : this;
    }

    /** That of a change per some time: {@code °C/h}. */
    public Unit per(Duration time) {
        return of(base() + "/" + time(time));
    }

    /** That of values times time, over a time base: {@code °C·h}; of {@code m³/h} over an hour {@code m³}. */
    public Unit times(Duration time) {
        String base = "/" + time(time);
        return symbol.endsWith(base)
                ? of(symbol.substring(0, symbol.length() - base.length()))
                : of(base() + "·" + time(time));
    }

    private String base() {
        return IntervalUnit.of(symbol)
                .filter(i -> i.time().isEmpty())
                .map(IntervalUnit::base)
                .orElse(symbol);
    }

    private static String time(Duration d) {
        return switch ((int) Math.min(Integer.MAX_VALUE, d.toMillis())) {
            case 1000 -> "s";
            case 60_000 -> "min";
            case 3_600_000 -> "h";
            case 86_400_000 -> "d";
            // 15min, 1h30min
            default -> d.toString().substring(2).toLowerCase(Locale.ROOT).replace("m", "min");
        };
    }

    /**
     * The way to another unit; empty where they are not of one quantity. Differences, rates and totals are converted without a zero, and limits on
     * differences may be written in the unit of the values.
     */
    public Optional<Conversion> to(Unit other) {
        if (equals(other)) {
            return Optional.of(new Conversion(this, this, 1, 0));
        }
        Optional<IntervalUnit> interval = IntervalUnit.of(other.symbol);
        if (interval.isPresent()) {
            IntervalUnit from = IntervalUnit.of(symbol).orElse(new IntervalUnit(symbol, ""));
            return from.factor(interval.get()).map(f -> new Conversion(this, other, f, 0));
        }
        return Quantity.of(symbol)
                .flatMap(q -> q.scale(symbol)
                        .flatMap(a -> q.scale(other.symbol)
                                .map(b -> new Conversion(
                                        this,
                                        other,
                                        b.factor() / a.factor(),
                                        b.shift() - a.shift() * (b.factor() / a.factor())))));
    }

    /** @throws IllegalArgumentException if they are not of one quantity; the message is for people */
    public Conversion shownIn(Unit other) {
        return to(other)
                .orElseThrow(() ->
                        new IllegalArgumentException("“" + symbol + "” cannot be shown in “" + other.symbol + "”"));
    }

    /** The way to the unit that is wanted of its quantity, or to itself. */
    public Conversion shown(ShownUnits how) {
        return how.of(this);
    }

    @Override
    public String toString() {
        return symbol;
    }
}
