package org.pelerin.app.round;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.pelerin.app.attention.AttentionService;
import org.pelerin.app.field.Placement;
import org.pelerin.app.field.PlacementService;
import org.pelerin.app.logger.LoggerRegistry;
import org.pelerin.app.logger.LoggerUnit;
import org.pelerin.app.mission.Mission;
import org.pelerin.app.mission.MissionService;
import org.pelerin.app.place.PlaceService;
import org.pelerin.app.platform.web.Show;
import org.pelerin.core.model.ModelCatalogue;
import org.springframework.stereotype.Component;

/** Gathers what {@link Proposals} are made of: a handful of queries, however many loggers there are. */
@Component
class RoundPlanner {

    private final RoundMapper rounds;
    private final AttentionService attention;
    private final PlacementService placements;
    private final MissionService missions;
    private final PlaceService places;
    private final LoggerRegistry loggers;
    private final Show show;

    RoundPlanner(
            RoundMapper rounds,
            AttentionService attention,
            PlacementService placements,
            MissionService missions,
            PlaceService places,
            LoggerRegistry loggers,
            Show show) {
        this.rounds = rounds;
        this.attention = attention;
        this.placements = placements;
        this.missions = missions;
        this.places = places;
        this.loggers = loggers;
        this.show = show;
    }

    /**
     * What a round on a day could do.
     *
     * @param ahead how much earlier than required a collection is taken to be due
     */
    List<Proposal> proposals(LocalDate day, Duration ahead) {
        ZoneId zone = show.home();
        Instant evening = day.plusDays(1).atStartOfDay(zone).toInstant();
        Map<String, String> models =
                loggers.all().stream().collect(Collectors.toMap(LoggerUnit::serial, LoggerUnit::model));
        Set<String> sealed = models.entrySet().stream()
                .filter(e -> !ModelCatalogue.get(e.getValue()).power().replaceable())
                .map(Map.Entry::getKey)
                .collect(Collectors.toSet());
        Set<String> lying = new HashSet<>();
        Set<Long> taken = new HashSet<>();
        for (Placement p : placements.present()) {
            lying.add(p.serial());
            taken.add(p.spotId());
        }
        Map<String, Long> waiting = new TreeMap<>();
        for (Mission m : missions.newestOfAll()) {
            if (!m.state().inField() || m.spotId() == null || lying.contains(m.serial())) {
                continue;
            }
            if (m.startsAt() == null) {
                waiting.put(m.serial(), m.spotId());
            } else {
                lying.add(m.serial());
                taken.add(m.spotId());
            }
        }
        return Proposals.of(
                new Proposals.Facts(
                        attention.at(evening, ahead),
                        places.spots(),
                        models,
                        sealed,
                        lying,
                        waiting,
                        taken,
                        rounds.left(),
                        planned()),
                t -> show.day(t, zone));
    }

    private Map<Task, Round> planned() {
        Map<Long, Round> open = rounds.open().stream().collect(Collectors.toMap(Round::id, Function.identity()));
        Map<Task, Round> out = new LinkedHashMap<>();
        rounds.planned().forEach(t -> out.put(t, open.get(t.roundId())));
        return out;
    }
}
