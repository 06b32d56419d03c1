package org.pelerin.core.unit;

import java.util.List;
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

    /** The way to another unit; empty where they are not of one quantity. */
    public Optional<Conversion> to(Unit other) {
        if (equals(other)) {
            return Optional.of(new Conversion(this, this, 1, 0));
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
