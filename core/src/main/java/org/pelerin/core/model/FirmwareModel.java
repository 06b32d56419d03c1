package org.pelerin.core.model;

import java.util.Map;
import java.util.Optional;

/**
 * The firmware of a model.
 *
 * @param oldest the first that this application can program
 * @param newest the one an update brings
 * @param needs what came later, by feature: {@code start.threshold}, {@code stop.at}, {@code alarm.allowance} …
 */
public record FirmwareModel(Firmware oldest, Firmware newest, Map<String, Firmware> needs) {

    public FirmwareModel {
        needs = Map.copyOf(needs);
    }

    /** The first version with a feature, where that came after {@link #oldest()}. */
    public Optional<Firmware> neededFor(String feature) {
        return Optional.ofNullable(needs.get(feature));
    }
}
