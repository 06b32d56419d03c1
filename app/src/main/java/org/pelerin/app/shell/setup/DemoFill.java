package org.pelerin.app.shell.setup;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.pelerin.app.collect.CollectService;
import org.pelerin.app.deployment.placing.PlacementService;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.fleet.notices.Notices;
import org.pelerin.app.fleet.rounds.RoundService;
import org.pelerin.app.loggers.connection.StationWatch;
import org.pelerin.app.loggers.connection.Stations;
import org.pelerin.app.loggers.registry.LoggerRegistry;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.organisation.account.Role;
import org.pelerin.app.shell.yard.YardClient;
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
    private static final ZoneId HOME = DemoPlaces.HOME;
    private static final String WHO = DemoHands.WHO;

    private final AccountService accounts;
    private final DemoPlaces places;
    private final DemoHands hands;
    private final CollectService collections;
    private final PlacementService placements;
    private final RoundService rounds;
    private final Notices notices;
    private final LoggerRegistry loggers;
    private final Stations stations;
    private final StationWatch stationWatch;
    private final YardClient yard;
    private final DemoDerived derived;
    private final DemoFindings findings;
    private final DemoLimits limits;
    private final DemoSignatures signatures;
    private final DemoReports reports;

    DemoFill(
            AccountService accounts,
            DemoPlaces places,
            DemoHands hands,
            CollectService collections,
            PlacementService placements,
            RoundService rounds,
            Notices notices,
            LoggerRegistry loggers,
            Stations stations,
            StationWatch stationWatch,
            YardClient yard,
            DemoDerived derived,
            DemoFindings findings,
            DemoLimits limits,
            DemoSignatures signatures,
            DemoReports reports) {
        this.reports = reports;
        this.limits = limits;
        this.signatures = signatures;
        this.accounts = accounts;
        this.places = places;
        this.hands = hands;
        this.collections = collections;
        this.placements = placements;
        this.rounds = rounds;
        this.notices = notices;
        this.loggers = loggers;
        this.stations = stations;
        this.stationWatch = stationWatch;
        this.yard = yard;
        this.derived = derived;
        this.findings = findings;
    }

    @EventListener
    void fill(ApplicationReadyEvent ready) throws InterruptedException {
        if (!accounts.empty()) {
            return;
        }
        if (places.made()) {
            LOG.error("The demo data are half made. Start over with: ./pelerin demo --fresh");
            return;
        }
        LOG.info("Filling the demo data");
        places.make();
        mishaps();
        firstRound();
        secondLorry();
        hands.pass(Duration.ofDays(14));
        secondRound();
        hands.pass(Duration.ofDays(12));
        neverStarted();
        legs();
        hands.passUntilPresent();
        today();
        derived.make(WHO);
        certificates();
        accounts.create(WHO, "Technician", "pelerin", Role.TECHNICIAN, "system");
        accounts.create("review", "Reviewer", "pelerin", Role.REVIEWER, "system");
        accounts.create("admin", "Administrator", "pelerin", Role.ADMIN, "system");
        accounts.create("viewer", "Viewer", "pelerin", Role.VIEWER, "system");
        // goes to nobody who has no rights where it leads to
        rounds();
        findings.make(WHO, "review");
        limits.make(WHO, "review");
        signatures.make("review", "admin");
        reports.make("review");
        notices.choose(
                WHO,
                "tech@pelerin.example",
                List.of(Need.Kind.MEMORY_FULL, Need.Kind.NEVER_STARTED, Need.Kind.LEFT_STOPPED),
                WHO);
        LOG.info("The demo data are complete");
    }

    /** Those that start as soon as they are written, in the workshop, and are then carried out. */
    private void secondLorry() {
        hands.sendRunning("PL-19004", DemoPlans.PROBES, "ostrel-v4-probes");
        hands.sendRunning("PL-31007", DemoPlans.WELL, "orsel-well");
        hands.sendRunning("PL-31012", DemoPlans.BAROMETER, "orsel-hut");
        hands.sendRunning("PL-44120", DemoPlans.METERS, "orsel-meter");
        hands.sendRunning("PL-51002", DemoPlans.NOISE, "tessel-line");
        hands.sendRunning("PL-60003", DemoPlans.HEAT, "lirran-heat");
        hands.sendRunning("PL-70001", DemoPlans.FARM, "lirran-tank-feed");
        watchStations();
        hands.sendRunning("PL-80006", DemoPlans.MAINS, "lirran-switch");
        hands.sendRunning("PL-42018", DemoPlans.FEED, "lirran-brine");
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

    private void mishaps() {
        mishap("ostrel-v1-rear", "compressor_failure", 10, 23, 6);
        mishap("ostrel-v1-door", "door_open", 6, 14, 3);
        mishap("lirran-cold", "door_open", 5, 9, 2);
        mishap("lirran-cold", "compressor_failure", 26, 1, 5);
        mishap("tessel-chill", "compressor_failure", 11, 23, 4);
        mishap("orsel-meter", "door_open", 21, 9, 3);
        mishap("orsel-meter", "pipe_breaks", 22, 2, 5);
        incident("tessel-line", "bearing_fails", onWorkday(18, 7), Duration.ofHours(3));
        incident("lirran-heat", "steam_valve_sticks", onWorkday(15, 11), Duration.ofMinutes(25));
        incident("lirran-switch", "undervoltage", atHour(19, 16), Duration.ofMinutes(45));
        mains("motor_start", 3, Duration.ofSeconds(2));
        mains("voltage_dip", 12, Duration.ofMillis(380));
        mains("motor_start", 17, Duration.ofSeconds(2));
        mains("voltage_swell", 21, Duration.ofMillis(900));
    }

    private void firstRound() {
        hands.send("PL-20417", DemoWorld.VAULT, "OSTREL-V1-REAR", "ostrel-v1-rear");
        hands.send("PL-20418", DemoWorld.VAULT, "OSTREL-V1-DOOR", "ostrel-v1-door");
        hands.send("PL-20422", DemoWorld.VAULT, "OSTREL-V2-4", "ostrel-v2-shelf4");
        hands.send("PL-18077", DemoWorld.VAULT_T1, "OSTREL-V3-DUCT", "ostrel-v3-duct");
        hands.send("PL-18033", DemoWorld.TANK, "LIRRAN-TANK-A", "lirran-tank-a");
        hands.send("PL-18034", DemoWorld.TANK, "LIRRAN-TANK-B", "lirran-tank-b");
        hands.send("PL-18060", DemoWorld.COLD, "LIRRAN-COLD", "lirran-cold");
        hands.send("PL-18072", DemoWorld.HALL, "TESSEL-HALL", "tessel-hall");
        hands.send("PL-18051", DemoWorld.VAN, "VAN-2", "van-2");
    }

    private void secondRound() throws InterruptedException {
        for (String serial : List.of("PL-20417", "PL-20418", "PL-18033", "PL-18060")) {
            String spot = hands.spotOf(serial);
            hands.collect(serial);
            collections.backToWork(serial, WHO);
            hands.place(serial, spot);
        }
        String duct = hands.spotOf("PL-18077");
        hands.collect("PL-18077");
        hands.carry("PL-18077", duct);
    }

    private void neverStarted() {
        hands.toDock("PL-18055");
        hands.write("PL-18055", DemoWorld.VAN, "VAN-5", "van-5");
        hands.carry("PL-18055", "van-5");
        hands.note("PL-18055", "van-5", false, List.of());
    }

    /** Three journeys of one van, each started and stopped by the driver; nobody has collected them. */
    private void legs() {
        String serial = "PL-20431";
        hands.toDock(serial);
        hands.write(serial, DemoPlans.LEGS, "VAN-2-LEGS", "van-2");
        hands.carry(serial, "van-2");
        for (int minutes : new int[] {190, 145, 310}) {
            hands.pass(Duration.ofMinutes(40));
            hands.run(serial, Duration.ofMinutes(minutes));
        }
    }

    /** Certificates of last year: two lapse soon, one has. */
    private void certificates() {
        hands.certificate("PL-20417", 0, -353, -0.12);
        hands.certificate("PL-20418", 0, -353, 0.08);
        hands.certificate("PL-18033", 0, -371, 0);
        hands.certificate("PL-18034", 0, -40, 0.05);
        loggers.describe("PL-60003", "Grandmother", "Lid sticks; mind the fourth screw", null, WHO);
    }

    /** It lies in the warm dock for a while before it is collected: no excursion of the tank that it was taken from. */
    private void carriedWarm(String serial) throws InterruptedException {
        String spot = hands.spotOf(serial);
        placements.take(serial, hands.now(), WHO);
        hands.toDock(serial);
        hands.pass(Duration.ofMinutes(45));
        hands.collect(serial);
        collections.backToWork(serial, WHO);
        hands.place(serial, spot);
    }

    /** One for tomorrow. */
    private void rounds() {
        LocalDate tomorrow = LocalDate.ofInstant(hands.now(), HOME).plusDays(1);
        rounds.planAll(
                new RoundService.Heading("Cellars and dairy", tomorrow, WHO, "Key for the cellars at the dairy"),
                Set.of("Ostrel cellars", "Lirran dairy"),
                WHO);
    }

    private void today() throws InterruptedException {
        carriedWarm("PL-18033");
        hands.collect("PL-18060");
        collections.backToWork("PL-18060", WHO);
        hands.place("PL-18060", "lirran-cold");
        for (String serial : List.of("PL-60003", "PL-51002", "PL-80006", "PL-44120", "PL-31007", "PL-31012")) {
            String spot = hands.spotOf(serial);
            hands.collect(serial);
            collections.backToWork(serial, WHO);
            hands.carry(serial, spot);
        }
        hands.toDock("PL-18090");
        hands.toDock("PL-20422");
        placements.take("PL-20422", hands.now(), WHO);
        // a box of new ones, ready to be written together
        for (int i = 10; i < 18; i++) {
            hands.toDock("PL-185" + i);
        }
        hands.toDock("PL-42005");
        stations.all().forEach(s -> stations.schedule(s, 60, 5, "", WHO));
        hands.toDock("PL-20431");
    }

    /** Something on the mains at seven in the morning. */
    private void mains(String kind, int day, Duration length) {
        incident("lirran-switch", kind, atHour(day, 7), length);
    }

    private void incident(String spot, String kind, Instant start, Duration length) {
        yard.post(
                "/incident",
                Map.of(
                        "spot",
                        spot,
                        "kind",
                        kind,
                        "start",
                        start.toString(),
                        "end",
                        start.plus(length).toString()));
    }

    /** On that day, or on Monday where nobody works then. */
    private Instant onWorkday(int day, int hour) {
        DayOfWeek weekday = LocalDate.ofInstant(hands.now(), HOME).plusDays(day).getDayOfWeek();
        int on = weekday == DayOfWeek.SATURDAY ? 2 : weekday == DayOfWeek.SUNDAY ? 1 : 0;
        return atHour(day + on, hour);
    }

    private Instant atHour(int day, int hour) {
        return LocalDate.ofInstant(hands.now(), HOME)
                .plusDays(day)
                .atTime(hour, 0)
                .atZone(HOME)
                .toInstant();
    }

    private void mishap(String spot, String kind, int day, int hour, int hours) {
        yard.mishap(spot, kind, atHour(day, hour), hours);
    }
}
