package org.pelerin.app.place;

import java.util.List;
import java.util.Optional;
import org.pelerin.app.audit.AuditTrail;
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

    @Transactional
    public void create(String site, String zone, String spot, String by) {
        places.insertSite(site, zone);
        places.insertSpot(site, spot);
        audit.record(by, "create spot", site + " / " + spot, "", zone);
    }
}
