package org.pelerin.app.deployment.placing;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.places.Spot;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Conflict;
import org.pelerin.core.plan.Preflight;
import org.springframework.stereotype.Component;

/** What a spot wants of a logger that lies there, held against what the logger was written with. */
@Component
class SpotWishes {

    private final MissionQueries missions;

    SpotWishes(MissionQueries missions) {
        this.missions = missions;
    }

    /** What is otherwise than the spot wants it, in whole sentences without full stops; none where nothing is. */
    List<String> unmet(Mission m, Spot spot) {
        return unmet(m, missions.planId(m.id()).orElse(null), spot);
    }

    /** @param planId of the library's plan that it was written with; null for none */
    List<String> unmet(Mission m, Long planId, Spot spot) {
        List<String> out = new ArrayList<>();
        if (spot.planId() != null && !spot.planId().equals(planId)) {
            out.add(Texts.stored(
                    "stored.spotWishes.itWasWrittenWithThe",
                    "planName",
                    m.copy().planName(),
                    "plan",
                    spot.plan()));
        }
        Preflight.ofDemands(ModelCatalogue.get(m.device().model()), m.plan(), spot.demands()).stream()
                .map(Conflict::message)
                .forEach(out::add);
        return out;
    }
}
