package org.pelerin.core.intake;

import java.time.Duration;
import java.time.Instant;
import java.util.List;

/**
 * What was found in a file.
 *
 * @param rows with data, blank ones aside
 * @param good rows whose instant could be read
 * @param troubles rows and cells that could not be read, in the order of the file
 * @param missing empty cells and words for one, of all columns
 * @param first instant, or null if no row is good; {@code last} likewise
 * @param interval median spacing of the rows; null for fewer than two
 * @param duplicates rows whose instant an earlier row has
 * @param differing of those, rows with other values than the first of their instant
 * @param firstDuplicates lines of the first of them
 * @param disorder rows whose instant lies before that of the row above
 * @param firstDisorder lines of the first of them
 * @param gaps stretches longer than half as much again as the interval
 */
public record FileSummary(
        long rows,
        long good,
        List<Trouble> troubles,
        long missing,
        Instant first,
        Instant last,
        Duration interval,
        long duplicates,
        long differing,
        List<Long> firstDuplicates,
        long disorder,
        List<Long> firstDisorder,
        long gaps) {

    public FileSummary {
        troubles = List.copyOf(troubles);
        firstDuplicates = List.copyOf(firstDuplicates);
        firstDisorder = List.copyOf(firstDisorder);
    }

    /** Whether it has to be decided what is done before it can be taken in. */
    public boolean undecided(Merge merge, boolean sort) {
        return duplicates > 0 && merge == Merge.NONE || disorder > 0 && !sort;
    }
}
