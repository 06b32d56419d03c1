package org.pelerin.app.places;

import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.platform.PelerinProperties;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.rights.NotYourSiteException;
import org.pelerin.app.platform.rights.OwnSites;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.FormMark;
import org.pelerin.core.evidence.AuditEntry;
import org.pelerin.core.plan.Deployment;
import org.pelerin.core.plan.Hanging;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Sites and the spots at them. */
@Service
@RetriedOnDeadlock
public class PlaceService {

    /** Another site, or another spot of the site, has the name already. */
    public static class NameTakenException extends RuntimeException {
        NameTakenException(String message) {
            super(message);
        }
    }

    /** A picture as it was handed in. */
    public record StoredPicture(String type, byte[] bytes) {}

    private final PlaceMapper places;
    private final AuditTrail audit;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    /** Days are told by it. */
    private final ZoneId home;

    PlaceService(
            PlaceMapper places,
            AuditTrail audit,
            ApplicationEventPublisher events,
            Clock clock,
            PelerinProperties properties) {
        this.events = events;
        this.home = properties.zone();
        this.places = places;
        this.audit = audit;
        this.clock = clock;
    }

    public List<SpotAt> all() {
        return places.all();
    }

    /** @param chosen the spot that is chosen already; null for none */
    public SpotChoices choices(Long chosen) {
        return SpotChoices.of(places.some(SpotChoices.MOST + 1), find(chosen).orElse(null));
    }

    public List<SpotAt> atSite(long site) {
        return places.atSite(site);
    }

    /** Those whose site and name together hold each of the words, by name; the first ones where no word is given. */
    public List<SpotAt> named(String text, int limit) {
        List<String> words = Arrays.stream(text.strip().split("[\\s/]+"))
                .filter(w -> !w.isEmpty())
                .limit(10)
                .toList();
        return places.named(words, limit);
    }

    public Optional<SpotAt> find(Long id) {
        return id == null ? Optional.empty() : Optional.ofNullable(places.byId(id));
    }

    public List<Site> sites() {
        return places.sites();
    }

    public Optional<Site> site(long id) {
        return Optional.ofNullable(places.site(id));
    }

    /** All spots with all that is known of them, by site and name. */
    public List<Spot> spots() {
        return with(places.allSpots(), places.allDemands());
    }

    public List<Spot> spots(long site) {
        return with(places.spots(site), places.demandsAt(site));
    }

    private static List<Spot> with(List<PlaceMapper.SpotRow> spots, List<PlaceMapper.DemandRow> demands) {
        Map<Long, List<Deployment.Demand>> bySpot = demands.stream()
                .collect(Collectors.groupingBy(
                        PlaceMapper.DemandRow::spotId, Collectors.mapping(PlaceService::demand, Collectors.toList())));
        return spots.stream()
                .map(s -> s.with(bySpot.getOrDefault(s.id(), List.of())))
                .toList();
    }

    public Optional<Spot> spot(long id) {
        return Optional.ofNullable(places.spot(id)).map(s -> s.with(demands(id)));
    }

    private List<Deployment.Demand> demands(long spot) {
        return places.demands(spot).stream().map(PlaceService::demand).toList();
    }

    private static Deployment.Demand demand(PlaceMapper.DemandRow d) {
        return new Deployment.Demand(d.unit(), d.low(), d.high());
    }

    /** What a logger is sent to a spot for; nothing is demanded where no spot is named. */
    public Deployment deployment(Long spot, Instant placedAt, Instant collectBy) {
        return find(spot)
                .map(s -> new Deployment(placedAt, collectBy, s.depth(), demands(s.id())))
                .orElse(new Deployment(placedAt, collectBy, null, List.of()))
                .in(home);
    }

    /** Makes a spot, and its site where there is none of the name. */
    @Transactional
    public void create(String site, String zone, String spot, String by) {
        places.insertSite(site, zone);
        places.insertSpot(site, spot);
        audit.record(by, "create spot", site + " / " + spot, "", zone);
    }

    /**
     * Stores a site; one with the id 0 is new.
     *
     * @return its id
     * @throws NameTakenException if another has its name
     */
    @Transactional
    public long save(Site site, String by) {
        return save(site, null, by);
    }

    /** @param seen the mark of the site as the form showed it; null for a change that follows from no form */
    @Transactional
    public long save(Site site, String seen, String by) {
        if (site.id() == 0 && !OwnSites.now().all()) {
            // whoever made it would not see it
            throw new NotYourSiteException(true);
        }
        if (site.id() != 0) {
            places.lockSite(site.id());
            FormMark.require(seen, told(places.site(site.id())));
        }
        Site same = places.siteNamed(site.name());
        if (same != null && same.id() != site.id()) {
            throw new NameTakenException(Texts.of("places.placeService.aSiteAlreadyExists", "name", site.name()));
        }
        Site before = site.id() == 0 ? null : places.site(site.id());
        if (before == null) {
            places.insertSite(site.name(), site.zone());
        }
        long id = before == null ? places.siteNamed(site.name()).id() : site.id();
        places.updateSite(new Site(
                id, site.name(), site.zone(), site.address(), site.latitude(), site.longitude(), site.notes(), null));
        if (before != null && !before.zone().equals(site.zone())) {
            events.publishEvent(new SiteZoneChanged(id));
        }
        audit.record(
                by, before == null ? "create site" : "change site", site.name(), told(before), told(places.site(id)));
        return id;
    }

    /**
     * Stores a spot with its limits; one with the id 0 is new at its site.
     *
     * @return its id
     * @throws NameTakenException if another of the site has its name
     */
    @Transactional
    public long save(Spot spot, String by) {
        return save(spot, null, by);
    }

    /** @param seen the mark of the spot as the form showed it; null for a change that follows from no form */
    @Transactional
    public long save(Spot spot, String seen, String by) {
        if (spot.id() != 0) {
            places.lockSpot(spot.id());
            FormMark.require(seen, told(spot(spot.id()).orElseThrow()));
        }
        Long same = places.spotNamed(spot.siteId(), spot.name());
        if (same != null && same != spot.id()) {
            throw new NameTakenException(Texts.of("places.placeService.theSiteAlreadyHasA", "name", spot.name()));
        }
        String site = places.site(spot.siteId()).name();
        String before = spot.id() == 0 ? "" : told(spot(spot.id()).orElseThrow());
        if (spot.id() == 0) {
            places.insertSpot(site, spot.name());
        }
        long id = places.spotNamed(
                spot.siteId(),
                spot.id() == 0 ? spot.name() : places.spot(spot.id()).name());
        places.updateSpot(new Spot(
                id,
                spot.siteId(),
                site,
                spot.name(),
                spot.surroundings(),
                spot.planId(),
                null,
                spot.collectDays(),
                spot.depth(),
                spot.hanging(),
                spot.notes(),
                null,
                null,
                null,
                List.of()));
        places.clearDemands(id);
        spot.demands().forEach(d -> places.insertDemand(id, d.unit(), d.low(), d.high()));
        audit.record(
                by,
                before.isEmpty() ? "create spot" : "change spot",
                site + " / " + spot.name(),
                before,
                told(spot(id).orElseThrow()));
        return id;
    }

    /** The mark of a site as it is stored, for the form that changes it. */
    public static String mark(Site site) {
        return FormMark.of(told(site));
    }

    public static String mark(Spot spot) {
        return FormMark.of(told(spot));
    }

    /** Who changed it last, the newest first, at most one. */
    public List<AuditEntry> lastChange(Site site) {
        return audit.latest(site.name(), List.of("create site", "change site"), 1);
    }

    public List<AuditEntry> lastChange(Spot spot) {
        return audit.latest(spot.site() + " / " + spot.name(), List.of("create spot", "change spot"), 1);
    }

    /** Puts a spot on its site's picture; null takes it off. */
    @Transactional
    public void draw(long spot, Double x, Double y, String by) {
        places.draw(spot, x, y);
        audit.record(by, "draw spot", places.byId(spot).full(), "", x == null ? "off" : x + ", " + y);
    }

    @Transactional
    public void picture(long site, Picture picture, String by) {
        places.picture(site, picture, clock.millis());
        audit.record(by, "set picture", places.site(site).name(), "", picture.width() + " × " + picture.height());
    }

    public Optional<StoredPicture> pictureOf(long site) {
        return Optional.ofNullable(places.pictureOf(site)).map(p -> new StoredPicture(p.type(), p.bytes()));
    }

    /** Height of a site's picture for a width of one; null where there is none. */
    public Double pictureShape(long site) {
        Integer width = places.pictureWidth(site);
        return width == null ? null : (double) places.pictureHeight(site) / width;
    }

    @Transactional
    public void photo(long spot, Picture photo, String by) {
        places.photo(spot, photo, clock.millis());
        audit.record(by, "set photo", places.byId(spot).full(), "", photo.width() + " × " + photo.height());
    }

    public Optional<StoredPicture> photoOf(long spot) {
        return Optional.ofNullable(places.photoOf(spot)).map(p -> new StoredPicture(p.type(), p.bytes()));
    }

    private static String told(Site s) {
        return s == null
                ? ""
                : s.name() + ", " + s.zone() + ", " + s.address() + ", " + s.latitude() + " " + s.longitude() + ", "
                        + s.notes();
    }

    private static String told(Spot s) {
        return s.name() + ", " + s.surroundings() + ", plan " + s.plan() + ", every " + s.collectDays()
                + " days, depth "
                + s.depth() + told(s.hanging()) + ", " + s.demands() + ", "
                + s.notes();
    }

    private static String told(Hanging h) {
        return h.equals(Hanging.DRY)
                ? ""
                : ", static level " + h.staticLevel() + ", kept clear " + h.keptClear() + ", margin " + h.margin()
                        + ", cable " + h.cable();
    }
}
