package org.pelerin.app.loggers.connection;

import java.time.Clock;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.NotDoneException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The hosts at which stations may be looked for: what this application can reach is not everybody's to try. Administrators keep the list;
 * it begins with this machine itself.
 */
@Service
@RetriedOnDeadlock
public class StationHosts {

    /** Why the list stays as it is. */
    public static final class NotKeptException extends NotDoneException {
        NotKeptException(String message) {
            super(message);
        }
    }

    /** A name or an address (RFC 1123, RFC 4291 without a zone), as far as its letters go. */
    private static final Pattern HOST = Pattern.compile("[A-Za-z0-9]([A-Za-z0-9.:-]*[A-Za-z0-9])?|::1");

    private final StationMapper mapper;
    private final AuditTrail audit;
    private final Clock clock;

    StationHosts(StationMapper mapper, AuditTrail audit, Clock clock) {
        this.mapper = mapper;
        this.audit = audit;
        this.clock = clock;
    }

    /** In the order of the alphabet. */
    public List<String> all() {
        return mapper.hosts();
    }

    public boolean allowed(String host) {
        return mapper.hosts().contains(named(host));
    }

    @Transactional
    public void add(String typed, String by) {
        String host = named(typed);
        if (!HOST.matcher(host).matches() || Length.STATION_HOST.exceeded(host)) {
            throw new NotKeptException(Texts.of("loggers.connection.stationHosts.enterTheNameOrThe"));
        }
        if (mapper.addHost(host, by, clock.instant()) > 0) {
            audit.record(by, "allow host for stations", host, "", "");
        }
    }

    /** @throws NotKeptException if a station there is watched */
    @Transactional
    public void remove(String typed, String by) {
        String host = named(typed);
        if (mapper.removeHost(host) > 0) {
            audit.record(by, "forbid host for stations", host, "", "");
        } else if (mapper.hosts().contains(host)) {
            throw new NotKeptException(
                    Texts.of("loggers.connection.stationHosts.stationsAtAreMonitoredRemove", "host", host));
        }
    }

    private static String named(String typed) {
        return typed.strip().toLowerCase(Locale.ROOT);
    }
}
