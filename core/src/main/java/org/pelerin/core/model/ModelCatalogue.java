package org.pelerin.core.model;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.pelerin.core.series.Resolution;

/** The logger models there are. */
public final class ModelCatalogue {

    public static final LoggerModel ALDER_T1 = new LoggerModel(
            "alder-t1",
            "Alder T1",
            List.of(new ChannelModel("temperature", "°C", "NTC, built in", -40, 85, Resolution.of(1, 20), 0.35)),
            Duration.ofSeconds(2),
            Duration.ofHours(18),
            Duration.ofSeconds(2),
            32_000,
            15,
            true,
            1,
            560,
            0.004,
            0,
            new Firmware(1, 2));

    public static final LoggerModel BIRCH_TH = new LoggerModel(
            "birch-th",
            "Birch TH",
            List.of(
                    new ChannelModel("temperature", "°C", "band-gap, built in", -30, 70, Resolution.of(1, 100), 0.5),
                    new ChannelModel("relative humidity", "%RH", "capacitive", 0, 100, Resolution.of(1, 20), 0.8)),
            Duration.ofSeconds(1),
            Duration.ofHours(12),
            Duration.ofSeconds(1),
            128_000,
            24,
            false,
            2,
            1100,
            0.009,
            0.006,
            new Firmware(2, 0));

    private static final List<LoggerModel> ALL = List.of(ALDER_T1, BIRCH_TH);

    private ModelCatalogue() {}

    public static List<LoggerModel> all() {
        return ALL;
    }

    public static Optional<LoggerModel> find(String id) {
        return ALL.stream().filter(m -> m.id().equals(id)).findFirst();
    }

    /** @throws IllegalArgumentException for a model that is not in the catalogue */
    public static LoggerModel get(String id) {
        return find(id).orElseThrow(() -> new IllegalArgumentException("There is no logger model “" + id + "”"));
    }
}
