package org.pelerin.yard;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import org.pelerin.yard.server.ControlServer;
import org.pelerin.yard.server.DockServer;
import org.pelerin.yard.world.World;
import org.pelerin.yard.world.WorldStore;

/** A running yard: a world, the dock and the control interface. Everything that happens is stored at once. */
public final class Yard implements AutoCloseable {

    private final World world;
    private final WorldStore store;
    private final DockServer dock;
    private final ControlServer control;

    private Yard(World world, WorldStore store, DockServer dock, ControlServer control) {
        this.world = world;
        this.store = store;
        this.dock = dock;
        this.control = control;
    }

    public static Yard open(YardOptions options) throws IOException {
        WorldStore store = new WorldStore(options.data());
        World world = store.open(options.seed(), Clock.systemUTC(), options.shiftOfNewWorld());
        Runnable changed = () -> store.save(world);
        DockServer dock = new DockServer(world, options.dockPort(), options.millisPerPage(), changed);
        ControlServer control = new ControlServer(world, options.controlPort(), changed);
        return new Yard(world, store, dock, control);
    }

    public World world() {
        return world;
    }

    public int dockPort() {
        return dock.port();
    }

    public int controlPort() {
        return control.port();
    }

    @Override
    public void close() throws IOException {
        control.close();
        dock.close();
        store.save(world);
    }

    /**
     * @param data directory the world is kept in
     * @param dockPort 0 for any free one, as {@code controlPort}
     * @param shiftOfNewWorld how far a new world's time is from the real one; negative for the past
     */
    public record YardOptions(
            Path data, long seed, int dockPort, int controlPort, long millisPerPage, Duration shiftOfNewWorld) {}
}
