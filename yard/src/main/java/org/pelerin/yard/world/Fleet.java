package org.pelerin.yard.world;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
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
            new Spot("van-5", "Delivery vans", "Van 5, rear", Climate.VAN));

    private static final List<String> ALDERS =
            List.of("PL-18033", "PL-18034", "PL-18051", "PL-18055", "PL-18060", "PL-18072", "PL-18077", "PL-18090");
    private static final List<String> BIRCHES = List.of("PL-20417", "PL-20418", "PL-20422", "PL-20431");

    private Fleet() {}

    static List<SimulatedLogger> loggers(long seed, Instant bornAt) {
        Random random = new Random(seed);
        List<SimulatedLogger> out = new ArrayList<>();
        ALDERS.forEach(s -> out.add(logger(s, ModelCatalogue.ALDER_T1, new Firmware(1, 4), random, bornAt)));
        BIRCHES.forEach(s -> out.add(logger(s, ModelCatalogue.BIRCH_TH, new Firmware(2, 1), random, bornAt)));
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
