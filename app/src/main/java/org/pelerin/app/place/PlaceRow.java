package org.pelerin.app.place;

import java.util.List;
import java.util.Optional;

/**
 * A site, and one of its spots.
 *
 * @param spot null for a site alone
 */
public record PlaceRow(Site site, Spot spot) {

    /** What is known of a spot, or, where the spot is new, of its site alone. */
    static Optional<PlaceRow> known(List<PlaceRow> rows, String site, String spot) {
        List<PlaceRow> there =
                rows.stream().filter(r -> r.site.name().equals(site)).toList();
        return there.stream()
                .filter(r -> r.spot != null && r.spot.name().equals(spot))
                .findFirst()
                .or(() -> there.stream().findFirst().map(r -> new PlaceRow(r.site, null)));
    }
}
