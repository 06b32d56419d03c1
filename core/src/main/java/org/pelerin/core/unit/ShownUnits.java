package org.pelerin.core.unit;

import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * The units in which somebody wants values shown, by quantity; null for as they were recorded.
 *
 * @param length of what is recorded in m, cm or ft: a rain gauge's mm stay as they are
 */
public record ShownUnits(Unit temperature, Unit pressure, Unit length, Unit volume) {

    private static final Set<Quantity> CHOSEN =
            EnumSet.of(Quantity.TEMPERATURE, Quantity.PRESSURE, Quantity.LENGTH, Quantity.VOLUME);

    /** Everything as it was recorded. */
    public static final ShownUnits RECORDED = new ShownUnits(null, null, null, null);

    public static final ShownUnits FAHRENHEIT = RECORDED.withTemperature(Unit.FAHRENHEIT);

    public ShownUnits withTemperature(Unit other) {
        return new ShownUnits(other, pressure, length, volume);
    }

    /** With this unit for what is of its quantity; the same where there is none to choose for it. */
    public ShownUnits with(Unit unit) {
        return Quantity.of(unit.symbol())
                .map(q -> switch (q) {
                    case TEMPERATURE -> withTemperature(unit);
                    case PRESSURE -> new ShownUnits(temperature, unit, length, volume);
                    case LENGTH -> new ShownUnits(temperature, pressure, unit, volume);
                    case VOLUME -> new ShownUnits(temperature, pressure, length, unit);
                    case VOLTAGE, CURRENT, RESISTANCE, FREQUENCY, FLOW, SPEED -> this;
                })
                .orElse(this);
    }

    /** The way from a unit to the one it is shown in; to itself where nothing else is wanted. */
    public Conversion of(Unit unit) {
        Unit wanted = wanted(unit);
        return wanted == null ? unit.shownIn(unit) : unit.to(wanted).orElseGet(() -> unit.shownIn(unit));
    }

    private Unit wanted(Unit unit) {
        Optional<IntervalUnit> interval = IntervalUnit.of(unit.symbol());
        if (interval.isPresent()) {
            Unit base = wanted(Unit.of(interval.get().base()));
            return base == null ? null : Unit.of(interval.get().with(base.symbol()));
        }
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

    /** What can be chosen, by a unit of its quantity; nothing where values stay as they were recorded. */
    public static List<Unit> choices(Unit quantity) {
        if (quantity.symbol().equals("mm")
                || Quantity.of(quantity.symbol()).filter(CHOSEN::contains).isEmpty()) {
            return List.of();
        }
        return quantity.choices().stream()
                .filter(u -> !u.symbol().equals("mm") && !u.symbol().equals("cm"))
                .toList();
    }
}
