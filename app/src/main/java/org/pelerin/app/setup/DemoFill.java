package org.pelerin.app.setup;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import org.pelerin.app.account.AccountService;
import org.pelerin.app.account.Role;
import org.pelerin.app.attention.Need;
import org.pelerin.app.calibration.CalibrationService;
import org.pelerin.app.collect.CollectService;
import org.pelerin.app.collect.Job;
import org.pelerin.app.connect.Dock;
import org.pelerin.app.connect.StationWatch;
import org.pelerin.app.connect.Stations;
import org.pelerin.app.connect.WriteService;
import org.pelerin.app.field.PlacementService;
import org.pelerin.app.logger.LoggerRegistry;
import org.pelerin.app.mission.MissionDraft;
import org.pelerin.app.mission.MissionService;
import org.pelerin.app.notice.Notices;
import org.pelerin.app.place.PlaceService;
import org.pelerin.app.place.Site;
import org.pelerin.app.place.Spot;
import org.pelerin.app.place.SpotAt;
import org.pelerin.app.plan.PlanService;
import org.pelerin.app.plan.StoredPlan;
import org.pelerin.app.round.RoundService;
import org.pelerin.app.yard.YardClient;
import org.pelerin.core.plan.Errand;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.sensor.Correction;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Lives a month at the creameries through the real services against the yard. The yard's world begins in the past and
 * ends at the present. Accounts come last: with them the demo is complete.
 */
@Component
@ConditionalOnProperty("pelerin.demo")
class DemoFill {

    private static final Logger LOG = LoggerFactory.getLogger(DemoFill.class);
    private static final ZoneId HOME = ZoneId.of("Europe/Paris");
    private static final String WHO = "tech";
    private static final Duration LONGEST_DOWNLOAD = Duration.ofMinutes(2);

    private final AccountService accounts;
    private final PlaceService places;
    private final PlanService plans;
    private final WriteService writer;
    private final CollectService collections;
    private final MissionService missions;
    private final CalibrationService calibrations;
    private final PlacementService placements;
    private final RoundService rounds;
    private final Notices notices;
    private final LoggerRegistry loggers;
    private final Dock dock;
    private final Stations stations;
    private final StationWatch stationWatch;
    private final YardClient yard;
    private final Map<String, Long> spots = new HashMap<>();
    private final Map<String, StoredPlan> library = new HashMap<>();

    DemoFill(
            AccountService accounts,
            PlaceService places,
            PlanService plans,
            WriteService writer,
            CollectService collections,
            MissionService missions,
            CalibrationService calibrations,
            PlacementService placements,
            RoundService rounds,
            Notices notices,
            LoggerRegistry loggers,
            Dock dock,
            Stations stations,
            StationWatch stationWatch,
            YardClient yard) {
        this.accounts = accounts;
        this.places = places;
        this.plans = plans;
        this.writer = writer;
        this.collections = collections;
        this.missions = missions;
        this.calibrations = calibrations;
        this.placements = placements;
        this.rounds = rounds;
        this.notices = notices;
        this.loggers = loggers;
        this.dock = dock;
        this.stations = stations;
        this.stationWatch = stationWatch;
        this.yard = yard;
    }

    @EventListener
    void fill(ApplicationReadyEvent ready) throws InterruptedException {
        if (!accounts.empty()) {
            return;
        }
        if (!places.all().isEmpty()) {
            LOG.error("The demo data are half made. Start over with: ./pelerin demo --fresh");
            return;
        }
        LOG.info("Filling the demo data");
        placesAndPlans();
        mishaps();
        firstRound();
        secondLorry();
        pass(Duration.ofDays(14));
        secondRound();
        pass(Duration.ofDays(12));
        neverStarted();
        passUntilPresent();
        today();
        certificates();
        rounds();
        accounts.create(WHO, "Technician", "pelerin", Role.TECHNICIAN, "system");
        accounts.create("review", "Reviewer", "pelerin", Role.REVIEWER, "system");
        accounts.create("admin", "Administrator", "pelerin", Role.ADMIN, "system");
        accounts.create("viewer", "Viewer", "pelerin", Role.VIEWER, "system");
        notices.choose(
                WHO,
                "tech@pelerin.example",
                List.of(Need.Kind.MEMORY_FULL, Need.Kind.NEVER_STARTED, Need.Kind.LEFT_STOPPED));
        LOG.info("The demo data are complete");
    }

    private void placesAndPlans() {
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
        described("orsel-well", "spring chamber", DemoPlans.WELL, 60, 2.1, "", 0, 0);
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
                        depth == null ? null : 1.4,
                        depth == null ? null : 3.5,
                        "",
                        null,
                        null,
                        null,
                        unit.isEmpty() ? List.of() : List.of(new Errand.Demand(unit, low, high))),
                WHO);
    }

    /** Those that start as soon as they are written, in the workshop, and are then carried out. */
    private void secondLorry() {
        sendRunning("PL-19004", DemoPlans.PROBES, "ostrel-v4-probes");
        sendRunning("PL-31007", DemoPlans.WELL, "orsel-well");
        sendRunning("PL-44120", DemoPlans.METERS, "orsel-meter");
        sendRunning("PL-51002", DemoPlans.NOISE, "tessel-line");
        sendRunning("PL-60003", DemoPlans.HEAT, "lirran-heat");
        sendRunning("PL-70001", DemoPlans.FARM, "lirran-tank-feed");
        watchStations();
        sendRunning("PL-80006", DemoPlans.MAINS, "lirran-switch");
        sendRunning("PL-42018", DemoPlans.FEED, "lirran-brine");
    }

    /** Those that have an address of their own. */
    private void watchStations() {
        for (YardClient.YardLogger logger : yard.world().loggers()) {
            if (!logger.address().isEmpty()) {
                int colon = logger.address().lastIndexOf(':');
                stations.add(
                        logger.address().substring(0, colon),
                        Integer.parseInt(logger.address().substring(colon + 1)),
                        WHO);
            }
        }
        stationWatch.look();
    }

    private void sendRunning(String serial, String plan, String spot) {
        toDock(serial);
        write(serial, plan, plans.settings(library.get(plan)).loggerName(), spot);
        carry(serial, spot);
        note(serial, spot, true, List.of("probes in their terminals", "seen to run"));
    }

    private void keep(String name, Plan plan) {
        library.put(name, plans.create(name, plan, WHO));
    }

    private void mishaps() {
        mishap("ostrel-v1-rear", "compressor_failure", 10, 23, 6);
        mishap("ostrel-v1-door", "door_open", 6, 14, 3);
        mishap("lirran-cold", "door_open", 5, 9, 2);
        mishap("lirran-cold", "compressor_failure", 26, 1, 5);
        mishap("tessel-chill", "compressor_failure", 11, 23, 4);
        mains("motor_start", 3, Duration.ofSeconds(2));
        mains("voltage_dip", 12, Duration.ofMillis(380));
        mains("motor_start", 17, Duration.ofSeconds(2));
        mains("voltage_swell", 21, Duration.ofMillis(900));
    }

    private void firstRound() {
        send("PL-20417", DemoWorld.VAULT, "OSTREL-V1-REAR", "ostrel-v1-rear");
        send("PL-20418", DemoWorld.VAULT, "OSTREL-V1-DOOR", "ostrel-v1-door");
        send("PL-20422", DemoWorld.VAULT, "OSTREL-V2-4", "ostrel-v2-shelf4");
        send("PL-18077", DemoWorld.VAULT_T1, "OSTREL-V3-DUCT", "ostrel-v3-duct");
        send("PL-18033", DemoWorld.TANK, "LIRRAN-TANK-A", "lirran-tank-a");
        send("PL-18034", DemoWorld.TANK, "LIRRAN-TANK-B", "lirran-tank-b");
        send("PL-18060", DemoWorld.COLD, "LIRRAN-COLD", "lirran-cold");
        send("PL-18072", DemoWorld.HALL, "TESSEL-HALL", "tessel-hall");
        send("PL-18051", DemoWorld.VAN, "VAN-2", "van-2");
    }

    private void secondRound() throws InterruptedException {
        for (String serial : List.of("PL-20417", "PL-20418", "PL-18033", "PL-18060")) {
            String spot = spotOf(serial);
            collect(serial);
            collections.backToWork(serial, WHO);
            place(serial, spot);
        }
        String duct = spotOf("PL-18077");
        collect("PL-18077");
        carry("PL-18077", duct);
    }

    private void neverStarted() {
        toDock("PL-18055");
        write("PL-18055", DemoWorld.VAN, "VAN-5", "van-5");
        carry("PL-18055", "van-5");
        note("PL-18055", "van-5", false, List.of());
    }

    /** Certificates of last year: two lapse soon, one has. */
    private void certificates() {
        certificate("PL-20417", 0, -353, -0.12);
        certificate("PL-20418", 0, -353, 0.08);
        certificate("PL-18033", 0, -371, 0);
        certificate("PL-18034", 0, -40, 0.05);
        loggers.describe("PL-60003", "Grandmother", "Lid sticks; mind the fourth screw", WHO);
    }

    private void certificate(String serial, int channel, int days, double offset) {
        Instant done = now().plus(Duration.ofDays(days));
        calibrations.save(
                serial,
                channel,
                "C-" + (2200 + serial.hashCode() % 97),
                done,
                done.plus(Duration.ofDays(365)),
                Correction.offset(offset),
                "",
                WHO);
    }

    /** One for tomorrow. */
    private void rounds() {
        LocalDate tomorrow = LocalDate.ofInstant(now(), HOME).plusDays(1);
        rounds.planAll(
                new RoundService.Heading("Cellars and dairy", tomorrow, WHO, "Key for the cellars at the dairy"),
                Set.of("Ostrel cellars", "Lirran dairy"),
                WHO);
    }

    private void today() throws InterruptedException {
        collect("PL-18060");
        collections.backToWork("PL-18060", WHO);
        place("PL-18060", "lirran-cold");
        for (String serial : List.of("PL-60003", "PL-51002", "PL-80006", "PL-44120")) {
            String spot = spotOf(serial);
            collect(serial);
            collections.backToWork(serial, WHO);
            carry(serial, spot);
        }
        toDock("PL-18090");
        toDock("PL-20422");
        placements.take("PL-20422", now(), WHO);
        // a box of new ones, ready to be written together
        for (int i = 10; i < 18; i++) {
            toDock("PL-185" + i);
        }
        toDock("PL-42005");
    }

    private void send(String serial, String plan, String name, String spot) {
        toDock(serial);
        write(serial, plan, name, spot);
        place(serial, spot);
    }

    private void write(String serial, String planName, String name, String spot) {
        StoredPlan stored = library.get(planName);
        Plan plan = plans.settings(stored).withLoggerName(name);
        writer.write(new MissionDraft(serial, stored.name(), stored.version(), plan, spots.get(spot), WHO));
    }

    /** Carries it there, presses the button, sees that it runs and notes it. */
    private void place(String serial, String spot) {
        carry(serial, spot);
        yard.post("/press", Map.of("serial", serial));
        note(serial, spot, true, List.of("button pressed", "lamp seen", "seen to run"));
    }

    private void note(String serial, String spot, boolean runs, List<String> checked) {
        if (placements.presentOf(serial).isPresent()) {
            missions.confirmStarted(missions.ofLogger(serial, 1).get(0), WHO);
            return;
        }
        placements.place(
                new PlacementService.Placing(
                        serial, spots.get(spot), now(), false, PlacementService.Other.STAYS, "", 30, checked, runs),
                WHO);
    }

    private void collect(String serial) throws InterruptedException {
        toDock(serial);
        collections.order(serial, WHO);
        long giveUp = System.nanoTime() + LONGEST_DOWNLOAD.toNanos();
        while (collections.active(serial).isPresent() && System.nanoTime() < giveUp) {
            TimeUnit.MILLISECONDS.sleep(50);
        }
        Job job = collections.newest(serial).orElseThrow();
        if (job.state() != Job.State.DONE) {
            throw new IllegalStateException("The demo's download of " + serial + " failed: " + job.message());
        }
    }

    private void toDock(String serial) {
        carry(serial, "dock");
    }

    private void carry(String serial, String to) {
        yard.post("/carry", Map.of("serial", serial, "to", to));
        dock.poll();
    }

    private String spotOf(String serial) {
        return yard.world().loggers().stream()
                .filter(l -> l.serial().equals(serial))
                .findFirst()
                .orElseThrow()
                .spot();
    }

    /** Something on the mains at seven in the morning. */
    private void mains(String kind, int day, Duration length) {
        Instant start = atHour(day, 7);
        yard.post(
                "/incident",
                Map.of(
                        "spot",
                        "lirran-switch",
                        "kind",
                        kind,
                        "start",
                        start.toString(),
                        "end",
                        start.plus(length).toString()));
    }

    private Instant atHour(int day, int hour) {
        return LocalDate.ofInstant(now(), HOME)
                .plusDays(day)
                .atTime(hour, 0)
                .atZone(HOME)
                .toInstant();
    }

    private void mishap(String spot, String kind, int day, int hour, int hours) {
        yard.mishap(spot, kind, atHour(day, hour), hours);
    }

    private void pass(Duration time) {
        yard.post("/advance", Map.of("seconds", time.toSeconds()));
    }

    private void passUntilPresent() {
        long behind = -yard.world().shiftMillis() / 1000;
        if (behind > 0) {
            pass(Duration.ofSeconds(behind));
        }
    }

    private Instant now() {
        return Instant.parse(yard.world().now());
    }
}
