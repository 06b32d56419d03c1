package org.pelerin.app.deployment.placing;

import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.Site;
import org.pelerin.app.places.Spot;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.NotThereException;
import org.springframework.stereotype.Component;

/** Sites and spots that an address names. */
@Component
class PlaceFinder {

    private final PlaceService places;

    PlaceFinder(PlaceService places) {
        this.places = places;
    }

    /** @throws NotThereException if there is none */
    Site site(long id) {
        return places.site(id)
                .orElseThrow(() ->
                        new NotThereException(Texts.of("deployment.placing.placeFinder.thereIsNoSite", "id", id)));
    }

    /** @throws NotThereException if there is none */
    Spot spot(long id) {
        return places.spot(id)
                .orElseThrow(() ->
                        new NotThereException(Texts.of("deployment.placing.placeFinder.thereIsNoSpot", "id", id)));
    }
}
