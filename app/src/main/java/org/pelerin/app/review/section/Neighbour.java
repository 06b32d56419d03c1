package org.pelerin.app.review.section;

import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/**
 * What another spot of a site read meanwhile, as a small curve.
 *
 * @param points of the curve, for a drawing of {@value #WIDTH} by {@value #HEIGHT}, in stretches between what is missing
 * @param least and {@code greatest} of what is drawn
 */
public record Neighbour(long spot, String name, List<String> points, double least, double greatest) {

    static final int WIDTH = 240;
    static final int HEIGHT = 34;

    /** All on one scale, so that they can be told from each other: a spot that moves looks like one. */
    static List<Neighbour> of(SiteView view, long but) {
        List<SiteView.SpotRecord> others =
                view.spots().stream().filter(s -> s.id() != but).toList();
        double least = values(others).min(Double::compare).orElse(0.0);
        double greatest = values(others).max(Double::compare).orElse(1.0);
        double room = Math.max(greatest - least, 1);
        return others.stream()
                .filter(s -> s.values().stream().anyMatch(v -> v != null))
                .map(s -> drawn(s, least - (room - (greatest - least)) / 2, room))
                .toList();
    }

    private static Stream<Double> values(List<SiteView.SpotRecord> of) {
        return of.stream().flatMap(s -> s.values().stream()).filter(v -> v != null);
    }

    private static Neighbour drawn(SiteView.SpotRecord s, double foot, double room) {
        List<String> stretches = new java.util.ArrayList<>();
        StringBuilder now = new StringBuilder();
        int n = s.values().size();
        for (int i = 0; i < n; i++) {
            Double v = s.values().get(i);
            if (v == null) {
                if (now.length() > 0) {
                    stretches.add(now.toString());
                    now.setLength(0);
                }
                continue;
            }
            now.append(String.format(
                    Locale.ROOT,
                    "%s%.1f,%.1f",
                    now.length() > 0 ? " " : "",
                    (double) WIDTH * i / Math.max(1, n - 1),
                    HEIGHT - 2 - (HEIGHT - 4) * (v - foot) / room));
        }
        if (now.length() > 0) {
            stretches.add(now.toString());
        }
        return new Neighbour(
                s.id(),
                s.name(),
                stretches,
                s.values().stream().filter(v -> v != null).min(Double::compare).orElseThrow(),
                s.values().stream().filter(v -> v != null).max(Double::compare).orElseThrow());
    }
}
