package org.pelerin.app.review.section;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.pelerin.app.platform.language.Texts;

/**
 * A spot at which a mapping study advises to leave a logger, and why: whoever watches the warmest, the coldest, the slowest to come back into the band and the
 * one that swings most sees what the others would show.
 */
public record FixedSpot(String spot, List<Reason> reasons) {

    /** In the order in which they weigh. */
    public enum Reason {
        WARMEST("review.section.reason.warmest"),
        COLDEST("review.section.reason.coldest"),
        SLOWEST("review.section.reason.slowest"),
        WIDEST("review.section.reason.widest");

        private final String words;

        Reason(String words) {
            this.words = words;
        }

        public String words() {
            return Texts.of(words);
        }
    }

    /** Each spot once, with all that speaks for it; none where fewer than two spots have anything assessed. */
    public static List<FixedSpot> of(List<SiteView.SpotRecord> spots) {
        List<SiteView.SpotRecord> known =
                spots.stream().filter(s -> s.figures() != null).toList();
        if (known.size() < 2) {
            return List.of();
        }
        Map<String, List<Reason>> out = new LinkedHashMap<>();
        add(
                out,
                Reason.WARMEST,
                known.stream().max(Comparator.comparingDouble(s -> s.figures().max())));
        add(
                out,
                Reason.COLDEST,
                known.stream().min(Comparator.comparingDouble(s -> s.figures().min())));
        add(out, Reason.SLOWEST, slowest(known));
        add(
                out,
                Reason.WIDEST,
                known.stream().max(Comparator.comparingDouble(s -> s.figures().sd())));
        return out.entrySet().stream()
                .map(e -> new FixedSpot(e.getKey(), List.copyOf(e.getValue())))
                .toList();
    }

    /** The one that was outside the band for longest; one that was not back at the end before all others. */
    public static Optional<SiteView.SpotRecord> slowest(List<SiteView.SpotRecord> spots) {
        return spots.stream()
                .filter(s -> s.away() != null)
                .max(Comparator.comparing((SiteView.SpotRecord s) -> !s.away().back())
                        .thenComparing(s -> s.away().time()));
    }

    private static void add(Map<String, List<Reason>> out, Reason reason, Optional<SiteView.SpotRecord> spot) {
        spot.ifPresent(
                s -> out.computeIfAbsent(s.name(), n -> new ArrayList<>()).add(reason));
    }
}
