package org.pelerin.yard.server;

import java.time.Instant;
import java.util.List;
import org.pelerin.link.message.Status;
import org.pelerin.yard.world.Berth;
import org.pelerin.yard.world.World;

/** The world as the control interface tells it. Instants in ISO 8601. */
record WorldView(
        String now,
        long shiftMillis,
        int ports,
        List<SpotView> spots,
        List<LoggerView> loggers,
        List<IncidentView> incidents) {

    record SpotView(String key, String site, String name) {}

    record LoggerView(
            String serial,
            String model,
            String spot,
            int port,
            boolean cable,
            String state,
            String lamp,
            int batteryPermille,
            long records,
            long capacity,
            String name) {}

    record IncidentView(String spot, String kind, String start, String end) {}

    static WorldView of(World world) {
        Instant now = world.clock().instant();
        return new WorldView(
                now.toString(),
                world.clock().shift().toMillis(),
                World.PORTS,
                world.spots().stream()
                        .map(s -> new SpotView(s.key(), s.site(), s.name()))
                        .toList(),
                world.serials().stream().map(s -> logger(world, s)).toList(),
                world.incidents().stream()
                        .map(i -> new IncidentView(
                                i.spot(),
                                i.kind().name(),
                                i.start().toString(),
                                i.end().toString()))
                        .toList());
    }

    private static LoggerView logger(World world, String serial) {
        Berth berth = world.berth(serial);
        return world.with(serial, (l, now, probe) -> {
            Status status = l.status(now);
            return new LoggerView(
                    serial,
                    l.model().name(),
                    berth.spot(),
                    berth.port(),
                    berth.cable(),
                    status.state().name(),
                    l.lamp(),
                    status.batteryPermille(),
                    status.records(),
                    status.capacity(),
                    status.name());
        });
    }
}
