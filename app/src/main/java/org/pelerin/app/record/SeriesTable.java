package org.pelerin.app.record;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.plan.Durations;
import org.pelerin.core.series.EvenAxis;
import org.pelerin.core.series.ListedAxis;
import org.pelerin.core.series.TimeAxis;

/**
 * Series of a mission that share their instants: the records, those of a second table, or the changes of one contact.
 *
 * @param channels their numbers, in order
 * @param recorded how many of them were recorded, those first; the others are derived
 */
public record SeriesTable(List<Integer> channels, List<String> labels, int recorded, TimeAxis axis) {

    public SeriesTable {
        channels = List.copyOf(channels);
        labels = List.copyOf(labels);
    }

    /** The same with some of its channels. */
    public SeriesTable only(Predicate<Integer> wanted) {
        List<Integer> kept = IntStream.range(0, channels.size())
                .filter(i -> wanted.test(channels.get(i)))
                .boxed()
                .toList();
        return new SeriesTable(
                kept.stream().map(channels::get).toList(),
                kept.stream().map(labels::get).toList(),
                (int) kept.stream().filter(i -> i < recorded).count(),
                axis);
    }

    /** The same without what is derived. */
    SeriesTable ofRecorded() {
        return new SeriesTable(channels.subList(0, recorded), labels.subList(0, recorded), recorded, axis);
    }

    private static final Pattern OF_SCANS = Pattern.compile(" (?:least|greatest)(?:,|$)");

    /**
     * The channels that a page shows at first: the records and all changes, of scans the mean. Others sum these up, or lie around them.
     */
    public static List<Integer> shownAtFirst(List<SeriesTable> tables) {
        List<Integer> out = new ArrayList<>();
        for (int t = 0; t < tables.size(); t++) {
            SeriesTable table = tables.get(t);
            for (int i = 0; i < table.channels.size(); i++) {
                if ((t == 0 || table.axis.events()) && !ofScans(table.labels.get(i))) {
                    out.add(table.channels.get(i));
                }
            }
        }
        return out;
    }

    /** Labels of the channels of the records, as they were recorded: without changes of state, and what lies around others. */
    public static List<String> ofRecords(List<SeriesTable> tables) {
        return tables.stream()
                .limit(1)
                .flatMap(t -> t.labels.subList(0, t.recorded).stream())
                .filter(label -> !ofScans(label))
                .toList();
    }

    /** Whether a channel is the least or greatest of scans. */
    public static boolean ofScans(String label) {
        return OF_SCANS.matcher(label).find();
    }

    /** As people say it: “every 10 min”, “changes of Door”, the names of what is derived. */
    public String title() {
        if (recorded == 0) {
            return String.join(", ", labels);
        }
        if (axis instanceof ListedAxis listed && !listed.events()) {
            return Texts.of("record.seriesTable.aboutEvery", "interval", Durations.format(listed.interval()));
        }
        return axis instanceof EvenAxis even
                ? Texts.of("record.seriesTable.everyInterval", "interval", Durations.format(even.interval()))
                : Texts.of("record.seriesTable.changesOf", "x", String.join(", ", labels));
    }
}
