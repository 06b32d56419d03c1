package org.pelerin.app.fleet.rounds;

import java.time.Clock;
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
import org.pelerin.app.fleet.attention.AttentionService;
import org.pelerin.app.fleet.attention.LoggerOverview;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.model.ModelCatalogue;
import org.springframework.stereotype.Component;

/** Gathers what {@link Proposals} are made of: a handful of queries, however many loggers there are. */
@Component
class RoundPlanner {

    private final RoundMapper rounds;
    private final AttentionService attention;
    private final PlaceService places;
    private final Formats show;
    private final Clock clock;

    RoundPlanner(RoundMapper rounds, AttentionService attention, PlaceService places, Formats show, Clock clock) {
        this.clock = clock;
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
        List<LoggerOverview> overviews = attention.overviews(evening(day, zone), ahead);
        Map<String, String> models = new HashMap<>();
        Set<String> sealed = new HashSet<>();
        Set<String> lying = new HashSet<>();
        Set<Long> taken = new HashSet<>();
        Map<String, Long> waiting = new TreeMap<>();
        for (LoggerOverview s : overviews) {
            models.put(s.serial(), s.device().model());
            if (sealed(s)) {
                sealed.add(s.serial());
            }
            if (s.lies()) {
                lying.add(s.serial());
                taken.add(s.stay().spotId());
            } else if (s.inField() && s.stay().spotId() != null) {
                waiting.put(s.serial(), s.stay().spotId());
            }
        }
        return Proposals.of(
                new Proposals.Facts(
                        AttentionService.needs(overviews),
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

    /** Tasks with the reasons that hold on the day of their round, or today if that is over. */
    List<Task> refreshed(List<Task> tasks, LocalDate day) {
        if (tasks.stream().noneMatch(t -> t.open() && !t.needs().isEmpty())) {
            return tasks;
        }
        ZoneId zone = show.home();
        Map<String, LoggerOverview> overviews =
                attention.overviews(evening(day, zone), RoundForm.LONGEST_AHEAD).stream()
                        .collect(Collectors.toMap(LoggerOverview::serial, Function.identity()));
        return tasks.stream()
                .map(t -> {
                    LoggerOverview s = overviews.get(t.serial());
                    return s == null ? t : Reasons.refreshed(t, holding(t, s), sealed(s), at -> show.day(at, zone));
                })
                .toList();
    }

    /** A collection that is due early counts where the round was to fetch it early. */
    private static List<Need> holding(Task t, LoggerOverview s) {
        return s.needs().stream()
                .filter(n -> Proposals.outdoors(n, s.lies()))
                .filter(n -> n.kind() != Need.Kind.OVERDUE
                        || t.needs().contains(n.kind().name()))
                .toList();
    }

    private Instant evening(LocalDate day, ZoneId zone) {
        Instant evening = day.plusDays(1).atStartOfDay(zone).toInstant();
        Instant now = clock.instant();
        return now.isAfter(evening) ? now : evening;
    }

    private static boolean sealed(LoggerOverview s) {
        return !ModelCatalogue.get(s.device().model()).power().replaceable();
    }

    private Map<Task, Round> planned() {
        Map<Long, Round> open = rounds.open().stream().collect(Collectors.toMap(Round::id, Function.identity()));
        Map<Task, Round> out = new LinkedHashMap<>();
        rounds.planned().forEach(t -> out.put(t, open.get(t.roundId())));
        return out;
    }
}
