package org.pelerin.app.connect;

import java.time.Clock;
import java.util.List;
import org.pelerin.app.audit.AuditTrail;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The addresses at which network stations are looked for; {@link StationWatch} does the looking. */
@Service
public class Stations {

    private final StationMapper mapper;
    private final AuditTrail audit;
    private final Clock clock;

    Stations(StationMapper mapper, AuditTrail audit, Clock clock) {
        this.mapper = mapper;
        this.audit = audit;
        this.clock = clock;
    }

    public List<Station> all() {
        return mapper.all();
    }

    /** @return whether it is new */
    @Transactional
    public boolean add(String host, int port, String by) {
        boolean added = mapper.insert(host, port, by, clock.instant()) > 0;
        if (added) {
            audit.record(by, "add station", host + ":" + port, "", "");
        }
        return added;
    }

    @Transactional
    public void remove(String host, int port, String by) {
        if (mapper.delete(host, port) > 0) {
            audit.record(by, "remove station", host + ":" + port, "", "");
        }
    }
}
