package org.pelerin.app.organisation.backup;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.YearMonth;
import java.time.temporal.IsoFields;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;

/**
 * Which backups are kept: the newest of each of the last days, ISO weeks and months in which there is one. The newest of all always is.
 *
 * @param days how many days; and weeks and months alike
 */
public record Rotation(int days, int weeks, int months) {

    /** @param text such as “7 4 12” */
    static Rotation of(String text) {
        String[] parts = text.strip().split(" ");
        return new Rotation(Integer.parseInt(parts[0]), Integer.parseInt(parts[1]), Integer.parseInt(parts[2]));
    }

    /** Those that are not kept. */
    public Set<LocalDateTime> removed(Collection<LocalDateTime> all) {
        List<LocalDateTime> newestFirst =
                all.stream().sorted(Comparator.reverseOrder()).toList();
        Set<LocalDateTime> kept = new HashSet<>();
        newestFirst.stream().findFirst().ifPresent(kept::add);
        keep(newestFirst, days, LocalDateTime::toLocalDate, kept);
        keep(newestFirst, weeks, t -> week(t.toLocalDate()), kept);
        keep(newestFirst, months, YearMonth::from, kept);
        Set<LocalDateTime> out = new HashSet<>(newestFirst);
        out.removeAll(kept);
        return out;
    }

    private static String week(LocalDate d) {
        return d.get(IsoFields.WEEK_BASED_YEAR) + " " + d.get(IsoFields.WEEK_OF_WEEK_BASED_YEAR);
    }

    private static void keep(
            List<LocalDateTime> newestFirst, int most, Function<LocalDateTime, Object> part, Set<LocalDateTime> kept) {
        Set<Object> seen = new HashSet<>();
        for (LocalDateTime t : newestFirst) {
            if (seen.size() == most) {
                return;
            }
            if (seen.add(part.apply(t))) {
                kept.add(t);
            }
        }
    }
}
