package org.pelerin.app.deployment.placing;

import java.util.List;
import org.pelerin.app.places.PlaceService;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Spots by letters of their names, for forms that cannot list them all. */
@RestController
class SpotSearch {

    private static final int SHOWN = 20;

    private final PlaceService places;

    SpotSearch(PlaceService places) {
        this.places = places;
    }

    record Found(long id, String full) {}

    @GetMapping("/spots/options")
    List<Found> options(@RequestParam(defaultValue = "") String q) {
        return places.named(q, SHOWN).stream()
                .map(s -> new Found(s.id(), s.full()))
                .toList();
    }
}
