package org.pelerin.yard.world;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Random;
import java.util.Set;
import java.util.function.BiFunction;
import org.pelerin.core.plan.Plan;
import org.pelerin.link.carrier.Carrier;
import org.pelerin.link.message.DockPort;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.yard.logger.LoggerSnapshot;
import org.pelerin.yard.logger.Probe;
import org.pelerin.yard.logger.SimulatedLogger;

/** The simulated outdoors: spots, loggers, the dock they can sit in, and its time. Thread-safe by one lock. */
public final class World {

    public static final int PORTS = 32;

    private final long seed;
    private final WorldClock clock;
    private final Surroundings surroundings;
    private final List<Spot> spots = Fleet.SPOTS;
    private final Map<String, SimulatedLogger> loggers = new LinkedHashMap<>();
    private final Map<String, Berth> berths = new LinkedHashMap<>();
    private final List<Incident> incidents = new ArrayList<>();
    private final Map<String, Integer> pagesUntilCablePulled = new HashMap<>();
    private final Map<String, Integer> pagesToDamage = new HashMap<>();
    private final Map<String, Double> calibrators = new HashMap<>();
    private final Map<String, Mains.Leads> leads = new HashMap<>();
    private final Map<String, Map<Integer, Double>> handled = new HashMap<>();
    private final Set<String> looseAtWriting = new HashSet<>();
    private final Set<String> forgetful = new HashSet<>();
    private final Set<String> offline = new HashSet<>();
    private final Random damage;

    private World(long seed, WorldClock clock) {
        this.seed = seed;
        this.clock = clock;
        this.surroundings = new Surroundings(seed);
        this.damage = new Random(seed);
    }

    /** A world in which every logger lies on the bench. */
    public static World create(long seed, WorldClock clock) {
        World world = new World(seed, clock);
        for (SimulatedLogger logger : Fleet.loggers(seed, clock.instant())) {
            world.loggers.put(logger.serial(), logger);
            world.berths.put(logger.serial(), Berth.at(Fleet.BENCH));
        }
        return world;
    }

    /** A world as it was stored. */
    public static World restore(WorldSnapshot snapshot, WorldClock clock, BiFunction<String, Integer, byte[]> flash) {
        World world = new World(snapshot.seed(), clock);
        for (LoggerSnapshot s : snapshot.loggers()) {
            Map<Integer, byte[]> images = new HashMap<>();
            s.missions().forEach(m -> images.put(m.number(), flash.apply(s.serial(), m.number())));
            world.loggers.put(s.serial(), SimulatedLogger.restore(s, images));
        }
        world.berths.putAll(snapshot.berths());
        snapshot.incidents().forEach(i -> world.incidents.add(i.toIncident()));
        return world;
    }

    public synchronized WorldSnapshot snapshot() {
        return new WorldSnapshot(
                seed,
                clock.shift().toMillis(),
                Map.copyOf(berths),
                incidents.stream().map(WorldSnapshot.StoredIncident::of).toList(),
                loggers.values().stream().map(SimulatedLogger::snapshot).toList());
    }

    public synchronized Map<String, byte[]> flashes() {
        return flashes(new HashMap<>());
    }

    /** Under {@code SERIAL-NUMBER} the flash of those missions whose stamp is another than the one given; that is brought up to date. */
    synchronized Map<String, byte[]> flashes(Map<String, Long> stamps) {
        Map<String, byte[]> out = new LinkedHashMap<>();
        loggers.forEach((serial, logger) -> {
            Map<Integer, Long> now = logger.flashStamps();
            boolean changed = false;
            for (Map.Entry<Integer, Long> stamp : now.entrySet()) {
                changed |= !stamp.getValue().equals(stamps.put(key(serial, stamp.getKey()), stamp.getValue()));
            }
            if (changed) {
                logger.flash().forEach((number, image) -> out.put(key(serial, number), image));
            }
        });
        return out;
    }

    /** Takes the stamps of missions away that are in no memory any more, and returns them. */
    synchronized List<String> forgetErased(Map<String, Long> stamps) {
        Set<String> held = new HashSet<>();
        loggers.forEach(
                (serial, logger) -> logger.flashStamps().keySet().forEach(number -> held.add(key(serial, number))));
        List<String> erased =
                stamps.keySet().stream().filter(k -> !held.contains(k)).toList();
        stamps.keySet().removeAll(erased);
        return erased;
    }

    static String key(String serial, int mission) {
        return serial + "-" + mission;
    }

    public WorldClock clock() {
        return clock;
    }

    public List<Spot> spots() {
        return spots;
    }

    public synchronized List<Incident> incidents() {
        return List.copyOf(incidents);
    }

    /** Does something with a logger after it has caught up with the time. */
    public synchronized <T> T with(String serial, LoggerAction<T> action) {
        SimulatedLogger logger = logger(serial);
        Instant now = clock.instant();
        Probe probe = probe(logger, berths.get(serial));
        logger.runUntil(now, probe);
        return action.on(logger, now, probe);
    }

    /** What to do with a logger that has caught up. */
    public interface LoggerAction<T> {
        T on(SimulatedLogger logger, Instant now, Probe probe);
    }

    public synchronized List<String> serials() {
        return List.copyOf(loggers.keySet());
    }

    public synchronized Berth berth(String serial) {
        logger(serial);
        return berths.get(serial);
    }

    // The dock

    /**
     * What a logger would copy to a memory stick now: one mission, so far as it is.
     *
     * @param mission its number; 0 for the newest
     */
    public synchronized Carrier carrier(String serial, int mission) {
        return with(serial, (logger, now, probe) -> {
            MissionInfo info = logger.missions().stream()
                    .filter(m -> mission == 0 || m.number() == mission)
                    .reduce((older, newer) -> newer)
                    .orElseThrow(() -> new IllegalArgumentException(serial + " holds nothing to copy"));
            List<byte[]> pages = new ArrayList<>();
            info.pageNumbers().forEach(p -> pages.add(logger.page(info.number(), p)));
            return new Carrier(serial, info, logger.clock(now), logger.header(info.number()), pages);
        });
    }

    /** The dock's ports. */
    public Ports dock() {
        return new Ports() {
            @Override
            public int total() {
                return PORTS;
            }

            @Override
            public List<DockPort> occupied() {
                return docked();
            }
        };
    }

    private synchronized List<DockPort> docked() {
        return berths.entrySet().stream()
                .filter(e -> e.getValue().reachable())
                .map(e -> new DockPort(e.getValue().port(), e.getKey()))
                .sorted(Comparator.comparingInt(DockPort::port))
                .toList();
    }

    /** The one port of a network station: reached wherever it hangs, but for the dock, while its network cable is in. */
    public Ports station(String serial) {
        return new Ports() {
            @Override
            public int total() {
                return 1;
            }

            @Override
            public List<DockPort> occupied() {
                return online(serial) ? List.of(new DockPort(1, serial)) : List.of();
            }
        };
    }

    /** Serials of the loggers that have an address of their own. */
    public synchronized List<String> stations() {
        return loggers.values().stream()
                .filter(l -> l.model().network())
                .map(SimulatedLogger::serial)
                .toList();
    }

    /** Whether it can be reached over the network. */
    public synchronized boolean online(String serial) {
        return logger(serial).model().network() && berth(serial).port() == 0 && !offline.contains(serial);
    }

    /** @return false if the cable came out with this page */
    public synchronized boolean pagePasses(String serial) {
        Integer left = pagesUntilCablePulled.get(serial);
        if (left == null) {
            return true;
        }
        if (left > 0) {
            pagesUntilCablePulled.put(serial, left - 1);
            return true;
        }
        pagesUntilCablePulled.remove(serial);
        cable(serial, false);
        return false;
    }

    /** The page as the link delivers it: damaged, if that was asked for. */
    public synchronized byte[] delivered(String serial, byte[] page) {
        int left = pagesToDamage.getOrDefault(serial, 0);
        if (left == 0) {
            return page;
        }
        pagesToDamage.put(serial, left - 1);
        byte[] hurt = page.clone();
        hurt[damage.nextInt(hurt.length)] ^= 0x10;
        return hurt;
    }

    // What hands and time can do

    public synchronized void carryToSpot(String serial, String spot) {
        spot(spot);
        with(serial, (logger, now, probe) -> berths.put(serial, Berth.at(spot)));
    }

    /** @param port 0 for the first free one */
    public synchronized int carryToDock(String serial, int port) {
        int to = port == 0 ? firstFree() : port;
        if (to < 1 || to > PORTS) {
            throw new IllegalArgumentException("The dock has ports 1 to " + PORTS);
        }
        berths.forEach((other, berth) -> {
            if (berth.port() == to && !other.equals(serial)) {
                throw new IllegalArgumentException("Port " + to + " is taken by " + other);
            }
        });
        with(serial, (logger, now, probe) -> berths.put(serial, Berth.docked(to)));
        return to;
    }

    /** Its cable in the dock; that to the network where it is a station and hangs elsewhere. */
    public synchronized void cable(String serial, boolean plugged) {
        Berth berth = berth(serial);
        if (berth.port() > 0) {
            berths.put(serial, new Berth(berth.spot(), berth.port(), plugged));
        } else if (!logger(serial).model().network()) {
            throw new IllegalArgumentException(serial + " is not in the dock");
        } else if (plugged) {
            offline.remove(serial);
        } else {
            offline.add(serial);
        }
    }

    /** The cable comes out when half of the pages it holds have been read. */
    public synchronized void pullCableHalfWay(String serial) {
        long pages = with(
                serial,
                (logger, now, probe) ->
                        logger.missions().stream().mapToLong(m -> m.pages()).sum());
        pagesUntilCablePulled.put(serial, (int) (pages / 2));
    }

    /** @param decibels of the calibrator that is put on the microphone; 0 takes it off */
    public synchronized void calibrate(String serial, double decibels) {
        with(serial, (logger, now, probe) -> calibrators.put(serial, decibels));
    }

    /** A sensor is pulled out: the input reads open. */
    public void open(String serial, int channel) {
        handle(serial, channel, Double.NaN);
    }

    /** The terminals of a sensor are bridged. */
    public void bridge(String serial, int channel) {
        handle(serial, channel, HandledProbe.SHORT);
    }

    /** @param quantity that an input is given from now on, in the input's unit */
    public void give(String serial, int channel, double quantity) {
        if (!Double.isFinite(quantity)) {
            throw new IllegalArgumentException("A quantity is a number");
        }
        handle(serial, channel, quantity);
    }

    /** Its sensors are as they were. */
    public synchronized void letGo(String serial) {
        with(serial, (logger, now, probe) -> handled.remove(serial));
    }

    private synchronized void handle(String serial, int channel, double quantity) {
        if (channel < 0 || channel >= logger(serial).model().channels().size()) {
            throw new IllegalArgumentException(serial + " has no channel " + (channel + 1));
        }
        // until now it has measured what was there
        with(
                serial,
                (logger, now, probe) ->
                        handled.computeIfAbsent(serial, s -> new HashMap<>()).put(channel, quantity));
    }

    /** What somebody has done to its sensors, in words; empty where nobody has. */
    public synchronized List<String> handled(String serial) {
        return handled.getOrDefault(serial, Map.of()).entrySet().stream()
                .map(e -> "channel " + (e.getKey() + 1) + " "
                        + (Double.isNaN(e.getValue())
                                ? "open"
                                : e.getValue() == HandledProbe.SHORT ? "shorted" : "set to " + e.getValue()))
                .toList();
    }

    /** @param how its mains leads are put on: {@code right}, {@code voltages-exchanged}, {@code loop-turned} or {@code loops-exchanged} */
    public synchronized void connectLeads(String serial, String how) {
        logger(serial);
        leads.put(serial, Mains.Leads.valueOf(how.toUpperCase(Locale.ROOT).replace('-', '_')));
    }

    /** The cable comes out when the next plan arrives, before the logger has taken it. */
    public synchronized void loosenAtWriting(String serial) {
        logger(serial);
        looseAtWriting.add(serial);
    }

    /** @return false if the cable came out with this plan */
    public synchronized boolean planPasses(String serial) {
        if (!looseAtWriting.remove(serial)) {
            return true;
        }
        cable(serial, false);
        return false;
    }

    public synchronized void damagePages(String serial, int pages) {
        logger(serial);
        pagesToDamage.put(serial, pages);
    }

    public synchronized void addIncident(Incident incident) {
        spot(incident.spot());
        if (!incident.end().isAfter(incident.start())) {
            throw new IllegalArgumentException("An incident ends after it starts");
        }
        if (incident.start().isBefore(clock.instant())) {
            throw new IllegalArgumentException("What has happened cannot be changed");
        }
        incidents.add(incident);
    }

    public synchronized void advance(Duration by) {
        clock.advance(by);
        serials().forEach(serial -> with(serial, (logger, now, probe) -> null));
    }

    /** From now on it reads back another name than it was written: flash that does not hold what it is given. */
    public synchronized void forget(String serial, boolean forgets) {
        logger(serial);
        if (forgets) {
            forgetful.add(serial);
        } else {
            forgetful.remove(serial);
        }
    }

    /** The plan as the logger reads it back. */
    public synchronized Plan readBack(String serial) {
        Plan plan = with(serial, (logger, now, probe) -> logger.readPlan());
        return forgetful.contains(serial) ? plan.withLoggerName("") : plan;
    }

    private Probe probe(SimulatedLogger logger, Berth berth) {
        Spot spot = spot(berth.spot());
        List<Incident> here =
                incidents.stream().filter(i -> i.spot().equals(spot.key())).toList();
        Probe signals = new Signals(
                surroundings,
                spot,
                here,
                logger.model(),
                Fleet.wired(logger.serial()),
                error(logger.serial()),
                calibrators.getOrDefault(logger.serial(), 0.0),
                leads.getOrDefault(logger.serial(), Mains.Leads.RIGHT));
        Map<Integer, Double> hands = handled.getOrDefault(logger.serial(), Map.of());
        return hands.isEmpty() ? signals : new HandledProbe(signals, hands);
    }

    /** Within a fifth of a kelvin either way, always the same for a serial. */
    private static double error(String serial) {
        return new Random(serial.hashCode()).nextDouble() * 0.4 - 0.2;
    }

    private int firstFree() {
        for (int port = 1; port <= PORTS; port++) {
            int p = port;
            if (berths.values().stream().noneMatch(b -> b.port() == p)) {
                return port;
            }
        }
        throw new IllegalArgumentException("Every port of the dock is taken");
    }

    private SimulatedLogger logger(String serial) {
        SimulatedLogger logger = loggers.get(serial);
        if (logger == null) {
            throw new NoSuchElementException("There is no logger " + serial);
        }
        return logger;
    }

    private Spot spot(String key) {
        return spots.stream()
                .filter(s -> s.key().equals(key))
                .findFirst()
                .orElseThrow(() -> new NoSuchElementException("There is no spot " + key));
    }
}
