package org.pelerin.app.organisation.token;

import java.time.Clock;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.stereotype.Component;

/** How often a token is used: {@value #MOST} times in each minute of the clock, counted by each process for itself. */
@Component
class RequestRate {

    static final int MOST = 600;

    private static final long MINUTE = 60_000;
    private static final int REMEMBERED = 10_000;

    private record Count(long minute, int requests) {}

    private final Map<Long, Count> counts = new ConcurrentHashMap<>();
    private final Clock machine;

    RequestRate(@Qualifier("machineClock") Clock machine) {
        this.machine = machine;
    }

    /** Counts a request; @return the seconds that it has to wait, 0 for none */
    long pause(long token) {
        long now = machine.millis();
        long minute = now / MINUTE;
        if (counts.size() > REMEMBERED) {
            counts.values().removeIf(c -> c.minute < minute);
        }
        Count count = counts.merge(
                token, new Count(minute, 1), (a, b) -> a.minute == minute ? new Count(minute, a.requests + 1) : b);
        return count.requests <= MOST ? 0 : (MINUTE - now % MINUTE + 999) / 1000;
    }
}
