package org.pelerin.app.deployment.prepare.next;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.deployment.placing.Placement;
import org.pelerin.app.deployment.placing.PlacementService;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.places.PlaceService;
import org.pelerin.core.plan.Deployment;
import org.springframework.stereotype.Service;

/** What a logger is sent out for, with what is known of its neighbours. */
@Service
public class Deployments {

    private static final int MOST_THERE = 20;

    private final PlaceService places;
    private final PlacementService placements;
    private final MissionQueries missions;

    Deployments(PlaceService places, PlacementService placements, MissionQueries missions) {
        this.places = places;
        this.placements = placements;
        this.missions = missions;
    }

    /**
     * @param loggerName that is to be written into it
     * @param spot where it goes, or null
     * @param placedAt when, or null
     * @param collectBy when the next collection is planned, or null
     * @param notWired why channels that read open are left so; empty where they must not be
     */
    public Deployment of(
            String serial, String loggerName, Long spot, Instant placedAt, Instant collectBy, String notWired) {
        return places.deployment(spot, placedAt, collectBy)
                .notWired(notWired)
                .beside(others(serial, spot), missions.namesakes(serial, loggerName));
    }

    /** Loggers that lie at the spot, or have been written for it and are on their way. */
    private List<String> others(String serial, Long spot) {
        if (spot == null) {
            return List.of();
        }
        List<String> out = new ArrayList<>(placements.ofSpot(spot, MOST_THERE).stream()
                .filter(Placement::present)
                .map(Placement::serial)
                .toList());
        missions.writtenFor(spot).stream().filter(s -> !out.contains(s)).forEach(out::add);
        out.remove(serial);
        return out;
    }
}
