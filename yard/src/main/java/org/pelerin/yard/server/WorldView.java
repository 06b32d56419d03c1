package org.pelerin.yard.server;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.pelerin.core.model.LoggerModel;
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

    /**
     * A logger.
     *
     * @param can what hands can do to it beside its button: {@code key1}, {@code key2}, {@code leads}, {@code calibrator}
     * @param channels what its channels are called, with the unit of what they take in
     * @param handled what somebody has done to its sensors
     * @param address at which it listens as a network station; empty if it is none
     * @param online whether it can be reached there
     */
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
            List<Integer> missions,
            long capacity,
            String name,
            List<String> can,
            List<String> channels,
            List<String> handled,
            String address,
            boolean online) {}

    record IncidentView(String spot, String kind, String start, String end) {}

    static WorldView of(World world, Map<String, Integer> stations) {
        Instant now = world.clock().instant();
        return new WorldView(
                now.toString(),
                world.clock().shift().toMillis(),
                World.PORTS,
                world.spots().stream()
                        .map(s -> new SpotView(s.key(), s.site(), s.name()))
                        .toList(),
                world.serials().stream().map(s -> logger(world, s, stations)).toList(),
                world.incidents().stream()
                        .map(i -> new IncidentView(
                                i.spot(),
                                i.kind().name(),
                                i.start().toString(),
                                i.end().toString()))
                        .toList());
    }

    private static LoggerView logger(World world, String serial, Map<String, Integer> stations) {
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
                    status.missions(),
                    status.capacity(),
                    status.name(),
                    can(l.model()),
                    l.model().channels().stream()
                            .map(c -> c.label()
                                    + (c.own().unit().isEmpty()
                                            ? ""
                                            : ", " + c.own().unit()))
                            .toList(),
                    world.handled(serial),
                    stations.containsKey(serial) ? "127.0.0.1:" + stations.get(serial) : "",
                    world.online(serial));
        });
    }

    private static List<String> can(LoggerModel model) {
        List<String> out = new ArrayList<>();
        for (String key : List.of("key1", "key2")) {
            model.option(key).ifPresent(o -> out.add(key));
        }
        if (model.memory().disturbances() > 0) {
            out.add("leads");
        }
        if (model.sound()) {
            out.add("calibrator");
        }
        return out;
    }
}
