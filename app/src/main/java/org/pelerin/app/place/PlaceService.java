package org.pelerin.app.place;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.pelerin.app.audit.AuditTrail;
import org.pelerin.core.plan.Errand;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Sites and the spots at them. */
@Service
public class PlaceService {

    private final PlaceMapper places;
    private final AuditTrail audit;

    PlaceService(PlaceMapper places, AuditTrail audit) {
        this.places = places;
        this.audit = audit;
    }

    public List<SpotAt> all() {
        return places.all();
    }

    public Optional<SpotAt> find(Long id) {
        return id == null ? Optional.empty() : Optional.ofNullable(places.byId(id));
    }

    /** What a logger is sent to a spot for; nothing is demanded where no spot is named. */
    public Errand errand(Long spot, Instant placedAt, Instant collectBy) {
        return find(spot)
                .map(s -> new Errand(placedAt, collectBy, s.depth(), places.demands(s.id())))
                .orElse(new Errand(placedAt, collectBy, null, List.of()));
    }

    /** Notes what a spot demands of whatever is placed there. */
    @Transactional
    public void demand(long spot, Double depth, List<Errand.Demand> demands, String by) {
        String before = told(places.byId(spot).depth(), places.demands(spot));
        places.depth(spot, depth);
        places.clearDemands(spot);
        demands.forEach(d -> places.insertDemand(spot, d.unit(), d.low(), d.high()));
        audit.record(by, "set demands", "spot " + spot, before, told(depth, demands));
    }

    private static String told(Double depth, List<Errand.Demand> demands) {
        return (depth == null ? "dry" : depth + " m under water")
                + demands.stream()
                        .map(d -> ", " + d.low() + " to " + d.high() + " " + d.unit())
                        .collect(Collectors.joining());
    }

    @Transactional
    public void create(String site, String zone, String spot, String by) {
        places.insertSite(site, zone);
        places.insertSpot(site, spot);
        audit.record(by, "create spot", site + " / " + spot, "", zone);
    }
}
