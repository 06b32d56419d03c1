package org.pelerin.app.places;

import java.util.List;

/**
 * Spots of which one is chosen. Where there are more than {@value #MOST}, none is listed, and the page searches them by their names.
 *
 * @param chosen null for none
 */
public record SpotChoices(List<SpotAt> listed, boolean searched, SpotAt chosen) {

    static final int MOST = 300;

    static SpotChoices of(List<SpotAt> some, SpotAt chosen) {
        boolean many = some.size() > MOST;
        return new SpotChoices(many ? List.of() : List.copyOf(some), many, chosen);
    }

    public boolean isChosen(SpotAt spot) {
        return chosen != null && chosen.id() == spot.id();
    }
}
