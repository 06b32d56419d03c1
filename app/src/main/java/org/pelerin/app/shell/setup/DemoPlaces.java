package org.pelerin.app.shell.setup;

import java.time.Duration;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.pelerin.app.organisation.contact.AddressBook;
import org.pelerin.app.organisation.contact.Contact;
import org.pelerin.app.places.Picture;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.Site;
import org.pelerin.app.places.Spot;
import org.pelerin.app.places.SpotAt;
import org.pelerin.app.plans.PlanService;
import org.pelerin.app.plans.StoredPlan;
import org.pelerin.core.plan.Deployment;
import org.pelerin.core.plan.Hanging;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StopCondition;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;

/** The places and plans of the demo. */
@Component
@ConditionalOnProperty("pelerin.demo")
class DemoPlaces {

    static final ZoneId HOME = ZoneId.of("Europe/Paris");

    private static final String WHO = DemoHands.WHO;

    private final PlaceService places;
    private final PlanService plans;
    private final AddressBook book;
    private final Map<String, Long> spots = new HashMap<>();
    private final Map<String, StoredPlan> library = new HashMap<>();

    DemoPlaces(PlaceService places, PlanService plans, AddressBook book) {
        this.book = book;
        this.places = places;
        this.plans = plans;
    }

    boolean made() {
        return !places.all().isEmpty();
    }

    /** @param key as the yard names it */
    Long spot(String key) {
        return spots.get(key);
    }

    StoredPlan plan(String name) {
        return library.get(name);
    }

    void make() {
        for (DemoWorld.DemoSpot spot : DemoWorld.SPOTS) {
            places.create(spot.site(), HOME.getId(), spot.name(), WHO);
        }
        for (SpotAt spot : places.all()) {
            DemoWorld.SPOTS.stream()
                    .filter(s -> s.site().equals(spot.site()) && s.name().equals(spot.name()))
                    .forEach(s -> spots.put(s.key(), spot.id()));
        }
        StopCondition full = new StopCondition.MemoryFull();
        keep(DemoWorld.VAULT, DemoWorld.vault());
        keep(DemoWorld.VAULT_T1, DemoWorld.temperature("VAULT", Duration.ofMinutes(10), 10, 14, 60, full));
        plans.makeDefault(library.get(DemoWorld.VAULT_T1).id(), null, WHO);
        keep(DemoWorld.TANK, DemoWorld.temperature("TANK", Duration.ofMinutes(5), 1, 6, 30, full));
        keep(DemoWorld.COLD, DemoWorld.temperature("COLD", Duration.ofMinutes(10), 0, 8, 45, full));
        keep(DemoWorld.HALL, DemoWorld.temperature("HALL", Duration.ofMinutes(1), 8, 24, 60, full));
        DemoPlans.all().forEach(this::keep);
        keep(DemoWorld.VAN, DemoWorld.temperature("VAN", Duration.ofSeconds(90), 0, 9, 20, full));
        for (DemoWorld.DemoSite t : DemoWorld.SITES) {
            Site site = places.sites().stream()
                    .filter(s -> s.name().equals(t.name()))
                    .findFirst()
                    .orElseThrow();
            places.save(
                    new Site(
                            site.id(),
                            t.name(),
                            HOME.getId(),
                            t.address(),
                            t.latitude(),
                            t.longitude(),
                            t.notes(),
                            null),
                    WHO);
        }
        described("ostrel-v1-rear", "ripening cellar", DemoWorld.VAULT, 30, null, "°C", 10, 14);
        described("ostrel-v1-door", "ripening cellar", DemoWorld.VAULT, 30, null, "°C", 10, 14);
        described("ostrel-v2-shelf4", "ripening cellar", DemoWorld.VAULT, 30, null, "°C", 10, 14);
        described("ostrel-v3-duct", "air duct", DemoWorld.VAULT_T1, 30, null, "", 0, 0);
        described("lirran-tank-a", "milk tank", DemoWorld.TANK, 14, null, "°C", 1, 6);
        described("lirran-tank-b", "milk tank", DemoWorld.TANK, 14, null, "°C", 1, 6);
        described("lirran-cold", "cold store", DemoWorld.COLD, 14, null, "°C", 0, 8);
        person("Ilse Korvan", "cellar master", "+33 0 00 00 00 11", "Ostrel cellars", "Mornings only");
        person("Teo Lamark", "holds the keys", "+33 0 00 00 00 12", "Lirran dairy", "Ring twice");
        person("Runa Veld", "quality", "+33 0 00 00 00 13", "", "");
        described("orsel-well", "spring chamber", DemoPlans.WELL, 60, 2.1, "", 0, 0);
        pictured();
    }

    /** The cellars' section, with the spots in their vaults. */
    private void pictured() {
        Site site = places.sites().stream()
                .filter(s -> s.name().equals("Ostrel cellars"))
                .findFirst()
                .orElseThrow();
        places.picture(site.id(), Picture.of(DemoPicture.cellars()), WHO);
        places.draw(spots.get("ostrel-v1-rear"), 0.09, 0.68, WHO);
        places.draw(spots.get("ostrel-v1-door"), 0.2, 0.62, WHO);
        places.draw(spots.get("ostrel-v2-shelf4"), 0.38, 0.7, WHO);
        places.draw(spots.get("ostrel-v3-duct"), 0.62, 0.55, WHO);
        places.draw(spots.get("ostrel-v4-probes"), 0.86, 0.68, WHO);
    }

    /** Who is met there. */
    private void person(String name, String about, String phone, String site, String notes) {
        Long at = places.sites().stream()
                .filter(s -> s.name().equals(site))
                .map(Site::id)
                .findFirst()
                .orElse(null);
        book.save(new Contact(0, name, about, phone, "", at, null, notes), WHO);
    }

    private void described(
            String key, String kind, String plan, int days, Double depth, String unit, double low, double high) {
        Spot s = places.spot(spots.get(key)).orElseThrow();
        places.save(
                new Spot(
                        s.id(),
                        s.siteId(),
                        s.site(),
                        s.name(),
                        kind,
                        library.get(plan).id(),
                        null,
                        days,
                        depth,
                        depth == null ? Hanging.DRY : new Hanging(1.4, 1.2, 0.9, null),
                        "",
                        null,
                        null,
                        null,
                        unit.isEmpty() ? List.of() : List.of(new Deployment.Demand(unit, low, high))),
                WHO);
    }

    private void keep(String name, Plan plan) {
        library.put(name, plans.create(name, plan, WHO));
    }
}
