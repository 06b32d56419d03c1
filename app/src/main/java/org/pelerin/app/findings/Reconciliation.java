package org.pelerin.app.findings;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.stream.Collectors;

/**
 * What a new judgement of a mission makes of the departures that were known of it; a pure function.
 *
 * @param changed known ones that are found again, otherwise than before
 * @param back known ones that had vanished and are found again
 * @param vanished known ones that are not found any more
 * @param appeared new ones, those together that become one finding
 */
record Reconciliation(List<Change> changed, List<Part> back, List<Part> vanished, List<List<Part>> appeared) {

    static final int MOST = 20;

    /** A departure as it was known, and as it is found now. */
    record Change(Part before, Part now) {}

    /**
     * @param known of the mission, whichever findings they belong to
     * @param found by the new judgement
     */
    static Reconciliation of(List<Part> known, List<Part> found) {
        List<Part> left = new ArrayList<>(found);
        List<Change> changed = new ArrayList<>();
        List<Part> back = new ArrayList<>();
        List<Part> vanished = new ArrayList<>();
        // those of the same rule first: a departure may be known by two rules
        List<Part> byRule = new ArrayList<>();
        for (Part k : known) {
            if (!match(k, left, true, changed, back)) {
                byRule.add(k);
            }
        }
        for (Part k : byRule) {
            if (!match(k, left, false, changed, back) && k.found()) {
                vanished.add(k);
            }
        }
        return new Reconciliation(changed, back, vanished, together(left));
    }

    private static boolean match(Part known, List<Part> left, boolean sameRule, List<Change> changed, List<Part> back) {
        Part later = left.stream()
                .filter(known::is)
                .filter(l -> !sameRule || l.rule().equals(known.rule()))
                .findFirst()
                .orElse(null);
        if (later == null) {
            return false;
        }
        left.remove(later);
        Part now = known.as(later);
        if (!known.found()) {
            back.add(now);
        } else if (!known.unchanged(later)) {
            changed.add(new Change(known, now));
        }
        return true;
    }

    /**
     * Departures of a mission that overlap or touch are one happening. Where more than {@value #MOST} happenings come at once, nobody goes through
     * them one by one: those of a channel and side are one then.
     */
    private static List<List<Part>> together(List<Part> parts) {
        List<Part> sorted = new ArrayList<>(parts);
        sorted.sort(Comparator.comparing(Part::start));
        List<List<Part>> out = new ArrayList<>();
        java.time.Instant end = null;
        for (Part p : sorted) {
            if (end == null || p.start().isAfter(end)) {
                out.add(new ArrayList<>());
                end = p.end();
            }
            out.get(out.size() - 1).add(p);
            end = p.end().isAfter(end) ? p.end() : end;
        }
        return out.size() > MOST ? bySide(sorted) : out;
    }

    private static List<List<Part>> bySide(List<Part> parts) {
        return List.copyOf(parts.stream()
                .collect(Collectors.groupingBy(
                        p -> p.channel() + " " + p.direction(), LinkedHashMap::new, Collectors.toList()))
                .values());
    }

    boolean nothing() {
        return changed.isEmpty() && back.isEmpty() && vanished.isEmpty() && appeared.isEmpty();
    }
}
