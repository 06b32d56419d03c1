package org.pelerin.yard;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.Map;
import org.pelerin.yard.server.ControlServer;
import org.pelerin.yard.server.DockServer;
import org.pelerin.yard.server.IdentityServer;
import org.pelerin.yard.server.MailServer;
import org.pelerin.yard.world.World;
import org.pelerin.yard.world.WorldStore;

/** A running yard: a world, the dock, its network stations and the control interface. Everything that happens is stored at once. */
public final class Yard implements AutoCloseable {

    private final World world;
    private final WorldStore store;
    private final DockServer dock;
    private final Map<String, DockServer> stations;
    private final MailServer mail;
    private final IdentityServer identity;
    private final ControlServer control;

    private Yard(
            World world,
            WorldStore store,
            DockServer dock,
            Map<String, DockServer> stations,
            MailServer mail,
            IdentityServer identity,
            ControlServer control) {
        this.world = world;
        this.store = store;
        this.dock = dock;
        this.stations = stations;
        this.mail = mail;
        this.identity = identity;
        this.control = control;
    }

    public static Yard open(YardOptions options) throws IOException {
        WorldStore store = new WorldStore(options.data());
        World world = store.open(options.seed(), Clock.systemUTC(), options.shiftOfNewWorld());
        Runnable changed = () -> store.save(world);
        DockServer dock = new DockServer(world, world.dock(), options.dockPort(), options.millisPerPage(), changed);
        Map<String, DockServer> stations = new LinkedHashMap<>();
        for (String serial : world.stations()) {
            int port = options.stationPort() == 0 ? 0 : options.stationPort() + stations.size();
            stations.put(serial, new DockServer(world, world.station(serial), port, options.millisPerPage(), changed));
        }
        MailServer mail = new MailServer(options.mailPort());
        IdentityServer identity = new IdentityServer(options.identityPort(), Clock.systemUTC());
        ControlServer control = new ControlServer(world, ports(stations), mail, options.controlPort(), changed);
        return new Yard(world, store, dock, stations, mail, identity, control);
    }

    public World world() {
        return world;
    }

    public int dockPort() {
        return dock.port();
    }

    private static Map<String, Integer> ports(Map<String, DockServer> stations) {
        Map<String, Integer> out = new LinkedHashMap<>();
        stations.forEach((serial, server) -> out.put(serial, server.port()));
        return out;
    }

    /** Where a network station listens. */
    public int stationPort(String serial) {
        return stations.get(serial).port();
    }

    public int controlPort() {
        return control.port();
    }

    public int mailPort() {
        return mail.port();
    }

    /** Who signs people in. */
    public IdentityServer identity() {
        return identity;
    }

    @Override
    public void close() throws IOException {
        control.close();
        mail.close();
        identity.close();
        dock.close();
        for (DockServer station : stations.values()) {
            station.close();
        }
        store.save(world);
    }

    /**
     * @param data directory the world is kept in
     * @param dockPort 0 for any free one, as {@code controlPort}, {@code mailPort} and {@code identityPort}
     * @param stationPort of the first network station, the others follow; 0 for any free ones
     * @param shiftOfNewWorld how far a new world's time is from the real one; negative for the past
     */
    public record YardOptions(
            Path data,
            long seed,
            int dockPort,
            int controlPort,
            int mailPort,
            int identityPort,
            int stationPort,
            long millisPerPage,
            Duration shiftOfNewWorld) {}
}
