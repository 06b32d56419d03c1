package org.pelerin.app.mission;

import java.util.List;
import org.pelerin.core.plan.Durations;
import org.pelerin.core.series.EvenAxis;
import org.pelerin.core.series.ListedAxis;
import org.pelerin.core.series.TimeAxis;

/**
 * Series of a mission that share their instants: the records, those of a second table, or the changes of one contact.
 *
 * @param channels their numbers, in order
 */
public record SeriesTable(List<Integer> channels, List<String> labels, TimeAxis axis) {

    public SeriesTable {
        channels = List.copyOf(channels);
        labels = List.copyOf(labels);
    }

    /** As people say it: “every 10 min”, “changes of Door”. */
    public String title() {
        if (axis instanceof ListedAxis listed && !listed.events()) {
            return "about every " + Durations.format(listed.interval());
        }
        return axis instanceof EvenAxis even
                ? "every " + Durations.format(even.interval())
                : "changes of " + String.join(", ", labels);
    }
}
