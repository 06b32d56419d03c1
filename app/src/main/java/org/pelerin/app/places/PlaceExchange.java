package org.pelerin.app.places;

import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.pelerin.app.platform.PelerinProperties;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Sites and spots out into files and in again. What is read goes in whole, or not at all. */
@Service
@RetriedOnDeadlock
public class PlaceExchange {

    /** Lines of a file that cannot be taken in; nothing of it was. */
    public static class UnreadableException extends RuntimeException {
        private final transient List<String> errors;

        UnreadableException(List<String> errors) {
            super(errors.get(0));
            this.errors = errors;
        }

        public List<String> errors() {
            return errors;
        }
    }

    /** What came in. */
    public record Taken(int newSites, int newSpots, int changed) {}

    private final PlaceService places;
    private final ZoneId home;

    PlaceExchange(PlaceService places, PelerinProperties properties) {
        this.places = places;
        this.home = properties.zone();
    }

    public String csv() {
        return PlaceTable.write(rows());
    }

    public String geoJson() {
        return PlaceMap.write(rows());
    }

    private List<PlaceRow> rows() {
        List<Spot> spots = places.spots();
        List<PlaceRow> out = new ArrayList<>();
        for (Site site : places.sites()) {
            List<Spot> own = spots.stream().filter(s -> s.siteId() == site.id()).toList();
            if (own.isEmpty()) {
                out.add(new PlaceRow(site, null));
            }
            own.forEach(s -> out.add(new PlaceRow(site, s)));
        }
        return out;
    }

    /**
     * Takes a file in: GeoJSON where it begins with a brace, else CSV. Sites and spots are told by their names; those that are known
     * are changed to what the file says, and stay as they are in what it does not say.
     *
     * @param plan finds the id of a plan by its name
     * @throws UnreadableException with every line that is wrong
     */
    @Transactional
    public Taken take(String text, Function<String, Optional<Long>> plan, String by) {
        List<PlaceRow> known = rows();
        PlaceTable.Read read =
                text.strip().startsWith("{") ? PlaceMap.read(text, home, known) : PlaceTable.read(text, home, known);
        List<String> errors = new ArrayList<>(read.errors());
        read.rows().forEach(row -> errors.addAll(row.tooLong()));
        Map<String, Long> plans = new HashMap<>();
        read.rows().stream()
                .map(PlaceRow::spot)
                .filter(s -> s != null && !s.plan().isBlank())
                .map(Spot::plan)
                .distinct()
                .forEach(name -> plan.apply(name)
                        .ifPresentOrElse(
                                id -> plans.put(name, id),
                                () -> errors.add(Texts.of("places.placeExchange.thereIsNoPlan", "name", name))));
        List<PlaceRow> rows = once(read.rows(), errors);
        if (read.rows().isEmpty() && errors.isEmpty()) {
            errors.add(Texts.of("places.placeExchange.theFileNamesNoSite"));
        }
        if (!errors.isEmpty()) {
            throw new UnreadableException(errors);
        }
        return store(rows, plans, by);
    }

    /** Each place once: a line that says the same again adds nothing, one that says something else is an error. */
    private static List<PlaceRow> once(List<PlaceRow> all, List<String> errors) {
        Map<String, PlaceRow> out = new LinkedHashMap<>();
        for (PlaceRow row : all) {
            String name = row.spot() == null ? "" : row.spot().name();
            PlaceRow before = out.putIfAbsent(key(row.site().name(), name), row);
            if (before != null && !before.equals(row)) {
                errors.add(Texts.of(
                        "places.placeExchange.standsTwice",
                        "place",
                        row.site().name() + (name.isEmpty() ? "" : " / " + name)));
            }
        }
        return List.copyOf(out.values());
    }

    private Taken store(List<PlaceRow> rows, Map<String, Long> plans, String by) {
        int newSites = 0;
        int newSpots = 0;
        int changed = 0;
        Map<String, Long> ids = new HashMap<>();
        places.sites().forEach(s -> ids.put(s.name(), s.id()));
        Map<String, Long> known = new HashMap<>();
        places.spots().forEach(s -> known.put(key(s.site(), s.name()), s.id()));
        Set<String> done = new HashSet<>();
        for (PlaceRow row : rows) {
            Site t = row.site();
            if (done.add(t.name())) {
                boolean there = ids.containsKey(t.name());
                long id = places.save(
                        new Site(
                                there ? ids.get(t.name()) : 0,
                                t.name(),
                                t.zone(),
                                t.address(),
                                t.latitude(),
                                t.longitude(),
                                t.notes(),
                                null),
                        by);
                ids.put(t.name(), id);
                newSites += there ? 0 : 1;
                changed += there ? 1 : 0;
            }
            if (row.spot() != null) {
                Long id = known.get(key(t.name(), row.spot().name()));
                boolean fresh = id == null;
                long stored = store(row.spot(), fresh ? 0 : id, ids.get(t.name()), plans, by);
                known.put(key(t.name(), row.spot().name()), stored);
                newSpots += fresh ? 1 : 0;
                changed += fresh ? 0 : 1;
            }
        }
        return new Taken(newSites, newSpots, changed);
    }

    private static String key(String site, String spot) {
        return site + "\n" + spot;
    }

    private long store(Spot s, long id, long site, Map<String, Long> plans, String by) {
        return places.save(
                new Spot(
                        id,
                        site,
                        s.site(),
                        s.name(),
                        s.surroundings(),
                        plans.get(s.plan()),
                        null,
                        s.collectDays(),
                        s.depth(),
                        s.hanging(),
                        s.notes(),
                        null,
                        null,
                        null,
                        s.demands()),
                by);
    }
}
