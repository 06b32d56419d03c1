package org.pelerin.app.fleet;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.attention.Need;
import org.pelerin.app.platform.web.Show;

/**
 * Who needs somebody, in one sentence.
 *
 * @param lead the strong part
 * @param rest the reasons, empty if nobody does
 * @param below the quieter line underneath
 */
record FleetSentence(String lead, String rest, String below) {

    private static final List<String> NUMBERS =
            List.of("no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine");

    static FleetSentence of(List<Unit> units, long excursions, Show show) {
        List<String> reasons = new ArrayList<>();
        for (Need.Kind kind : Need.Kind.values()) {
            add(reasons, units, kind);
        }
        long need = units.stream().filter(u -> u.needy()).count();
        long logging = units.stream()
                .filter(u ->
                        !u.needy() && u.current() != null && u.current().state().inField())
                .count();
        String lead = need == 0
                ? "Nobody needs you."
                : need + " of " + show.counted(units.size(), "logger") + (need == 1 ? " needs" : " need") + " you.";
        String rest = reasons.isEmpty() ? "" : sentence(reasons);
        String below = show.count(logging) + (logging == 1 ? " is" : " are") + " at work as planned · "
                + show.counted(excursions, "excursion") + " in the last seven days";
        return new FleetSentence(lead, rest, below);
    }

    private static void add(List<String> reasons, List<Unit> units, Need.Kind kind) {
        int n = (int) units.stream().filter(u -> u.need() == kind).count();
        if (n > 0) {
            reasons.add((n < NUMBERS.size() ? NUMBERS.get(n) : String.valueOf(n)) + " " + kind.words(n));
        }
    }

    private static String sentence(List<String> reasons) {
        String joined = reasons.size() == 1
                ? reasons.get(0)
                : String.join(", ", reasons.subList(0, reasons.size() - 1)) + " and " + reasons.get(reasons.size() - 1);
        return " " + Character.toUpperCase(joined.charAt(0)) + joined.substring(1) + ".";
    }
}
