package org.pelerin.yard.world;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.pelerin.yard.logger.LoggerSnapshot;

/** Everything about a world but the loggers' flash. */
public record WorldSnapshot(
        long seed,
        long shiftMillis,
        Map<String, Berth> berths,
        List<StoredIncident> incidents,
        List<LoggerSnapshot> loggers) {

    /** An incident with its instants in ms. */
    public record StoredIncident(String spot, String kind, long start, long end) {

        static StoredIncident of(Incident i) {
            return new StoredIncident(
                    i.spot(), i.kind().name(), i.start().toEpochMilli(), i.end().toEpochMilli());
        }

        Incident toIncident() {
            return new Incident(
                    spot, Incident.Kind.valueOf(kind), Instant.ofEpochMilli(start), Instant.ofEpochMilli(end));
        }
    }
}
