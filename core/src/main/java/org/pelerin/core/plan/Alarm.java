package org.pelerin.core.plan;

import java.time.Duration;
import java.util.Objects;
import org.pelerin.core.judge.Lasting;

/**
 * A limit that the logger itself watches.
 *
 * @param limit in the unit in which the channel is shown; a value equal to it is no alarm
 * @param lasting how long the value must stay out before the alarm is raised
 * @param latched whether the alarm stays until it is acknowledged
 */
public record Alarm(double limit, Lasting lasting, boolean latched) {

    public Alarm {
        Objects.requireNonNull(lasting);
        if (!Double.isFinite(limit)) {
            throw new IllegalArgumentException("A limit is a number, not " + limit);
        }
        if (lasting instanceof Lasting.Delay d && d.delay().isZero()) {
            lasting = Lasting.ANY;
        }
    }

    public Alarm(double limit, Duration delay, boolean latched) {
        this(limit, Lasting.delay(delay), latched);
    }

    /** Whether a single sample raises it. */
    public boolean atOnce() {
        return lasting instanceof Lasting.Any || lasting instanceof Lasting.Samples s && s.count() == 1;
    }
}
