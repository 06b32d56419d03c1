package org.pelerin.core.unit;

import java.util.List;

/**
 * The units in which somebody wants values shown, by quantity; null for as they were recorded.
 *
 * @param length of what is recorded in m, cm or ft: a rain gauge's mm stay as they are
 */
public record ShownUnits(Unit temperature, Unit pressure, Unit length, Unit volume) {

    /** Everything as it was recorded. */
    public static final ShownUnits RECORDED = new ShownUnits(null, null, null, null);

    public static final ShownUnits FAHRENHEIT = RECORDED.withTemperature(Unit.FAHRENHEIT);

    public ShownUnits withTemperature(Unit other) {
        return new ShownUnits(other, pressure, length, volume);
    }

    /** The way from a unit to the one it is shown in; to itself where nothing else is wanted. */
    public Conversion of(Unit unit) {
        Unit wanted = wanted(unit);
        return wanted == null ? unit.shownIn(unit) : unit.to(wanted).orElseGet(() -> unit.shownIn(unit));
    }

    private Unit wanted(Unit unit) {
        return Quantity.of(unit.symbol())
                .map(q -> switch (q) {
                    case TEMPERATURE -> temperature;
                    case PRESSURE -> pressure;
                    case LENGTH -> unit.symbol().equals("mm") ? null : length;
                    case VOLUME -> volume;
                    case VOLTAGE, CURRENT, RESISTANCE, FREQUENCY, FLOW, SPEED -> null;
                })
                .orElse(null);
    }

    /** What can be chosen, by the unit that stands for its quantity. */
    public static List<Unit> choices(Unit quantity) {
        return quantity.choices().stream()
                .filter(u -> !u.symbol().equals("mm") && !u.symbol().equals("cm"))
                .toList();
    }
}
