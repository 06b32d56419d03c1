package org.pelerin.app.places;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.core.plan.Deployment;

/**
 * A site, and one of its spots.
 *
 * @param spot null for a site alone
 */
public record PlaceRow(Site site, Spot spot) {

    private static final int SHOWN = 40;

    /** What of it is longer than can be kept, in words. */
    List<String> tooLong() {
        List<String> out = new ArrayList<>();
        check(out, site.name(), "name", site.name(), Length.SITE_NAME);
        check(out, site.name(), "address", site.address(), Length.SITE_ADDRESS);
        check(out, site.name(), "notes", site.notes(), Length.SITE_NOTES);
        if (spot != null) {
            check(out, spot.name(), "name", spot.name(), Length.SPOT_NAME);
            check(out, spot.name(), "surroundings", spot.surroundings(), Length.SPOT_SURROUNDINGS);
            check(out, spot.name(), "notes", spot.notes(), Length.SPOT_NOTES);
            for (Deployment.Demand d : spot.demands()) {
                check(out, spot.name(), "unit", d.unit(), Length.LIMIT_UNIT);
            }
        }
        return out;
    }

    private static void check(List<String> out, String of, String what, String text, Length length) {
        if (length.exceeded(text)) {
            out.add(Texts.of(
                    "places.placeRow.theOf",
                    "what",
                    what,
                    "of",
                    (of.length() > SHOWN ? of.substring(0, SHOWN) + "…" : of),
                    "said",
                    length.said(text)));
        }
    }

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
