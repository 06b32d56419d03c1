package org.pelerin.yard.world;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.pelerin.core.model.Firmware;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.yard.logger.SimulatedLogger;

/** The loggers and spots that a new world begins with. */
final class Fleet {

    static final String BENCH = "bench";

    static final List<Spot> SPOTS = List.of(
            new Spot(BENCH, "Workshop", "Bench", Climate.BENCH),
            new Spot("ostrel-v1-rear", "Ostrel cellars", "Vault 1, rear", Climate.CELLAR),
            new Spot("ostrel-v1-door", "Ostrel cellars", "Vault 1, door", Climate.CELLAR),
            new Spot("ostrel-v2-shelf4", "Ostrel cellars", "Vault 2, shelf 4", Climate.CELLAR),
            new Spot("ostrel-v3-duct", "Ostrel cellars", "Vault 3, duct", Climate.CELLAR),
            new Spot("lirran-tank-a", "Lirran dairy", "Milk tank A", Climate.MILK_TANK),
            new Spot("lirran-tank-b", "Lirran dairy", "Milk tank B", Climate.MILK_TANK),
            new Spot("lirran-cold", "Lirran dairy", "Cold store", Climate.COLD_STORE),
            new Spot("lirran-brine", "Lirran dairy", "Brine room", Climate.CELLAR),
            new Spot("tessel-hall", "Tessel packing", "Packing hall", Climate.HALL),
            new Spot("tessel-chill", "Tessel packing", "Dispatch chill", Climate.COLD_STORE),
            new Spot("van-2", "Delivery vans", "Van 2, rear", Climate.VAN),
            new Spot("van-5", "Delivery vans", "Van 5, rear", Climate.VAN),
            new Spot("lirran-switch", "Lirran dairy", "Main switchboard", Climate.HALL),
            new Spot("lirran-heat", "Lirran dairy", "Pasteuriser", Climate.HALL),
            new Spot("lirran-tank-feed", "Lirran dairy", "Tank farm", Climate.HALL),
            new Spot("orsel-well", "Orsel spring", "Spring chamber", Climate.CELLAR, 2.1),
            new Spot("orsel-hut", "Orsel spring", "Hut, barometer", Climate.HALL),
            new Spot("orsel-meter", "Orsel spring", "Meter pit", Climate.CELLAR),
            new Spot("tessel-line", "Tessel packing", "Line 2", Climate.HALL),
            new Spot("ostrel-v4-probes", "Ostrel cellars", "Vault 4, both ends", Climate.CELLAR));

    /** Loggers of one model and firmware; and how many of their wired channels have something connected. */
    private record Kind(String model, Firmware firmware, int wired, List<String> serials) {}

    private static final List<Kind> KINDS = List.of(
            new Kind(
                    "alder-t1",
                    new Firmware(1, 4),
                    0,
                    List.of(
                            "PL-18033",
                            "PL-18034",
                            "PL-18051",
                            "PL-18055",
                            "PL-18060",
                            "PL-18072",
                            "PL-18077",
                            "PL-18090")),
            new Kind("birch-th", new Firmware(2, 1), 0, List.of("PL-20417", "PL-20418", "PL-20422", "PL-20431")),
            new Kind("alder-t2", new Firmware(1, 4), 0, List.of("PL-19004", "PL-19011")),
            new Kind("willow-p9", new Firmware(1, 2), 0, List.of("PL-31007", "PL-31012")),
            new Kind("rowan-a2", new Firmware(3, 1), 3, List.of("PL-42005", "PL-42018")),
            new Kind("hazel-c4", new Firmware(1, 2), 4, List.of("PL-44120")),
            new Kind("larch-s", new Firmware(1, 1), 0, List.of("PL-51002")),
            new Kind("hawthorn-m32", new Firmware(2, 3), 12, List.of("PL-60003")),
            new Kind("linden-n", new Firmware(4, 1), 5, List.of("PL-70001")),
            new Kind("yew-v3", new Firmware(1, 1), 0, List.of("PL-80006")),
            new Kind("alder-t1", new Firmware(1, 6), 0, box(32)));

    private Fleet() {}

    /** A box of new ones, with consecutive serials. */
    private static List<String> box(int count) {
        return IntStream.range(0, count).mapToObj(i -> "PL-185" + (10 + i)).toList();
    }

    /** How many of its wired channels have something connected, from the first. */
    static int wired(String serial) {
        return KINDS.stream()
                .filter(k -> k.serials.contains(serial))
                .mapToInt(Kind::wired)
                .findFirst()
                .orElse(0);
    }

    static List<SimulatedLogger> loggers(long seed, Instant bornAt) {
        Random random = new Random(seed);
        List<SimulatedLogger> out = new ArrayList<>();
        for (Kind kind : KINDS) {
            for (String serial : kind.serials) {
                out.add(logger(serial, ModelCatalogue.get(kind.model), kind.firmware, random, bornAt));
            }
        }
        return out;
    }

    private static SimulatedLogger logger(
            String serial, LoggerModel model, Firmware firmware, Random random, Instant bornAt) {
        double ppm = Math.max(-35, Math.min(35, random.nextGaussian() * 12));
        double used = 0.03 + random.nextDouble() * 0.25;
        long error = random.nextInt(40_000) - 20_000L;
        return new SimulatedLogger(serial, model, firmware, ppm, used, error, bornAt);
    }
}
