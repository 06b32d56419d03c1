package org.pelerin.core.series;

import org.pelerin.core.unit.Unit;

/**
 * One recorded or derived quantity.
 *
 * @param label as people call it
 */
public record Channel(String label, Unit unit) {

    public static Channel of(String label, String unit) {
        return new Channel(label, Unit.of(unit));
    }
}
