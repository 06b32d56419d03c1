package org.pelerin.app.findings;

import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.pelerin.core.judge.Side;

/**
 * What several departures come to.
 *
 * @param lead the most serious: by severity, values before what is missing, then by how long it lasted
 * @param from when the first began, {@code to}: the last ended
 * @param gone whether none of them is found any more
 */
record PartSum(Part lead, boolean latched, Instant from, Instant to, int parts, int missions, boolean gone) {

    /** Of those that are found; of all where none is any more. Empty for none. */
    static Optional<PartSum> of(List<Part> all) {
        List<Part> found = all.stream().filter(Part::found).toList();
        List<Part> counted = found.isEmpty() ? all : found;
        return counted.stream()
                .max(Comparator.comparing(Part::severity)
                        .thenComparing((Part p) -> p.side() == Side.MISSING ? 0 : 1)
                        .thenComparing(Part::duration))
                .map(lead -> new PartSum(
                        lead,
                        counted.stream().anyMatch(Part::latched),
                        counted.stream()
                                .map(Part::start)
                                .min(Comparator.naturalOrder())
                                .orElseThrow(),
                        counted.stream()
                                .map(Part::end)
                                .max(Comparator.naturalOrder())
                                .orElseThrow(),
                        counted.size(),
                        (int) counted.stream().map(Part::missionId).distinct().count(),
                        found.isEmpty()));
    }
}
