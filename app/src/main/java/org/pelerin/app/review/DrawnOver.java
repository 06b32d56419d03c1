package org.pelerin.app.review;

import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What lies over the lines of a chart; instants in ms on the clock that is drawn.
 *
 * @param bands limits by the number of their channel, in the unit that is drawn; infinite for a side without one
 * @param excursions of values and of missing data
 * @param gaps where values are missing
 * @param events what happened at an instant, in the order of time
 */
record DrawnOver(Map<Integer, Sides> bands, List<Stretch> excursions, List<Stretch> gaps, List<Event> events) {

    static final DrawnOver NOTHING = new DrawnOver(Map.of(), List.of(), List.of(), List.of());

    /** @param what {@code limits}, {@code excursions}, {@code events} */
    DrawnOver without(Set<String> what) {
        return new DrawnOver(
                what.contains("limits") ? Map.of() : bands,
                what.contains("excursions") ? List.of() : excursions,
                what.contains("excursions") ? List.of() : gaps,
                what.contains("events") ? List.of() : events);
    }

    record Sides(double low, double high) {}

    /** @param side {@code above}, {@code below} or {@code missing} */
    record Stretch(long from, long to, String side) {}

    record Event(long at, String sign, String what) {}
}
