package org.pelerin.app.shell.setup;

import java.time.Duration;
import java.util.List;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;

/** The places and plans of the demo: a cooperative of mountain creameries, all invented. */
final class DemoWorld {

    /** A spot, with the key it has in the yard. */
    record DemoSpot(String key, String site, String name) {}

    /** What is known of a site; the positions lie in open sea. */
    record DemoSite(String name, String address, double latitude, double longitude, String notes) {}

    static final List<DemoSite> SITES = List.of(
            new DemoSite(
                    "Ostrel cellars",
                    "Old quarry road 3, Ostrel",
                    45.12,
                    -12.31,
                    "Key at the dairy. Mind the low lintel of vault 3."),
            new DemoSite("Lirran dairy", "Bridge lane 11, Lirran", 45.17, -12.27, "Hairnet and white coat."),
            new DemoSite("Tessel packing", "Goods yard 2, Tessel", 45.09, -12.22, ""),
            new DemoSite("Delivery vans", "Bridge lane 11, Lirran", 45.17, -12.27, "Home before 15:00."),
            new DemoSite(
                    "Orsel spring", "Forest track above Orsel", 45.21, -12.35, "Four-wheel drive from November on."));

    static final List<DemoSpot> SPOTS = List.of(
            new DemoSpot("ostrel-v1-rear", "Ostrel cellars", "Vault 1, rear"),
            new DemoSpot("ostrel-v1-door", "Ostrel cellars", "Vault 1, door"),
            new DemoSpot("ostrel-v2-shelf4", "Ostrel cellars", "Vault 2, shelf 4"),
            new DemoSpot("ostrel-v3-duct", "Ostrel cellars", "Vault 3, duct"),
            new DemoSpot("lirran-tank-a", "Lirran dairy", "Milk tank A"),
            new DemoSpot("lirran-tank-b", "Lirran dairy", "Milk tank B"),
            new DemoSpot("lirran-cold", "Lirran dairy", "Cold store"),
            new DemoSpot("lirran-brine", "Lirran dairy", "Brine room"),
            new DemoSpot("tessel-hall", "Tessel packing", "Packing hall"),
            new DemoSpot("tessel-chill", "Tessel packing", "Dispatch chill"),
            new DemoSpot("van-2", "Delivery vans", "Van 2, rear"),
            new DemoSpot("van-5", "Delivery vans", "Van 5, rear"),
            new DemoSpot("lirran-switch", "Lirran dairy", "Main switchboard"),
            new DemoSpot("lirran-heat", "Lirran dairy", "Pasteuriser"),
            new DemoSpot("lirran-tank-feed", "Lirran dairy", "Tank farm"),
            new DemoSpot("orsel-well", "Orsel spring", "Spring chamber"),
            new DemoSpot("orsel-hut", "Orsel spring", "Hut, barometer"),
            new DemoSpot("orsel-meter", "Orsel spring", "Meter pit"),
            new DemoSpot("tessel-line", "Tessel packing", "Line 2"),
            new DemoSpot("ostrel-v4-probes", "Ostrel cellars", "Vault 4, both ends"));

    static final String VAULT = "Ripening vault, 10 min";
    static final String VAULT_T1 = "Ripening vault, temperature only";
    static final String TANK = "Milk tank, 5 min";
    static final String COLD = "Cold store, 10 min";
    static final String HALL = "Packing hall, 1 min";
    static final String VAN = "Delivery van, 90 s";

    private DemoWorld() {}

    static Plan vault() {
        return new Plan(
                "birch-th",
                "VAULT",
                Duration.ofMinutes(10),
                new StartCondition.OnButton(),
                new StopCondition.MemoryFull(),
                List.of(
                        new ChannelSettings(true, "Air", alarm(14, 60), alarm(10, 60)),
                        new ChannelSettings(true, "Humidity", alarm(97, 120), alarm(85, 120))));
    }

    static Plan temperature(String name, Duration interval, double low, double high, int minutes, StopCondition stop) {
        return new Plan(
                "alder-t1",
                name,
                interval,
                new StartCondition.OnButton(),
                stop,
                List.of(new ChannelSettings(true, "Air", alarm(high, minutes), alarm(low, minutes))));
    }

    private static Alarm alarm(double limit, int minutes) {
        return new Alarm(limit, Duration.ofMinutes(minutes), true);
    }
}
