package org.pelerin.yard.world;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Clock;
import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import tools.jackson.databind.json.JsonMapper;

/**
 * A world on disk: {@code world.json} and the flash of each mission as {@code SERIAL-NUMBER.flash}, each replaced in one step.
 *
 * <p>Flash is written before {@code world.json}. As loggers only ever append, a flash that is ahead of its description does
 * no harm: the missing time is lived again and gives the same bytes.
 */
public final class WorldStore {

    private final Path directory;
    private final Map<String, Long> stamps = new HashMap<>();
    private final JsonMapper json = JsonMapper.builder().build();

    public WorldStore(Path directory) {
        this.directory = directory;
    }

    /** The stored world, or a new one. */
    public World open(long seed, Clock real, Duration shiftOfNewWorld) {
        Path file = directory.resolve("world.json");
        try {
            Files.createDirectories(directory);
            if (!Files.exists(file)) {
                World world = World.create(seed, new WorldClock(real, shiftOfNewWorld));
                save(world);
                return world;
            }
            WorldSnapshot snapshot = json.readValue(Files.readAllBytes(file), WorldSnapshot.class);
            WorldClock clock = new WorldClock(real, Duration.ofMillis(snapshot.shiftMillis()));
            return World.restore(snapshot, clock, this::flash);
        } catch (IOException e) {
            throw new UncheckedIOException("The yard's data in " + directory + " cannot be read", e);
        }
    }

    public synchronized void save(World world) {
        synchronized (world) {
            for (Map.Entry<String, byte[]> flash : world.flashes(stamps).entrySet()) {
                replace(flash.getKey() + ".flash", flash.getValue());
            }
            replace("world.json", json.writeValueAsBytes(world.snapshot()));
            world.forgetErased(stamps).forEach(this::delete);
        }
    }

    private byte[] flash(String serial, int mission) {
        Path file = directory.resolve(World.key(serial, mission) + ".flash");
        try {
            return Files.exists(file) ? Files.readAllBytes(file) : new byte[0];
        } catch (IOException e) {
            throw new UncheckedIOException("The flash of " + serial + " cannot be read", e);
        }
    }

    private void delete(String mission) {
        try {
            Files.deleteIfExists(directory.resolve(mission + ".flash"));
        } catch (IOException e) {
            throw new UncheckedIOException("The yard cannot delete the flash of " + mission, e);
        }
    }

    private void replace(String name, byte[] bytes) {
        try {
            Path temporary = directory.resolve(name + ".new");
            Files.write(temporary, bytes);
            Files.move(
                    temporary,
                    directory.resolve(name),
                    StandardCopyOption.ATOMIC_MOVE,
                    StandardCopyOption.REPLACE_EXISTING);
        } catch (IOException e) {
            throw new UncheckedIOException("The yard cannot store " + name + " in " + directory, e);
        }
    }
}
