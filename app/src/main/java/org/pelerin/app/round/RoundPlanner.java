package org.pelerin.app.round;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.pelerin.app.attention.AttentionService;
import org.pelerin.app.attention.Standing;
import org.pelerin.app.place.PlaceService;
import org.pelerin.app.platform.web.Show;
import org.pelerin.core.model.ModelCatalogue;
import org.springframework.stereotype.Component;

/** Gathers what {@link Proposals} are made of: a handful of queries, however many loggers there are. */
@Component
class RoundPlanner {

    private final RoundMapper rounds;
    private final AttentionService attention;
    private final PlaceService places;
    private final Show show;

    RoundPlanner(RoundMapper rounds, AttentionService attention, PlaceService places, Show show) {
        this.rounds = rounds;
        this.attention = attention;
        this.places = places;
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
        List<Standing> standings = attention.standings(evening, ahead);
        Map<String, String> models = new HashMap<>();
        Set<String> sealed = new HashSet<>();
        Set<String> lying = new HashSet<>();
        Set<Long> taken = new HashSet<>();
        Map<String, Long> waiting = new TreeMap<>();
        for (Standing s : standings) {
            models.put(s.serial(), s.model());
            if (!ModelCatalogue.get(s.model()).power().replaceable()) {
                sealed.add(s.serial());
            }
            if (s.lies()) {
                lying.add(s.serial());
                taken.add(s.spotId());
            } else if (s.inField() && s.spotId() != null) {
                waiting.put(s.serial(), s.spotId());
            }
        }
        return Proposals.of(
                new Proposals.Facts(
                        AttentionService.needs(standings),
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
