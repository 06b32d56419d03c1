package org.pelerin.core.plan;

import java.util.Optional;
import org.pelerin.core.judge.Lasting;

/**
 * One pair of limits of a channel; a second level is usually farther out and graver.
 *
 * @param high the upper alarm, or null
 * @param low the lower alarm, or null
 */
public record AlarmLevel(Alarm high, Alarm low) {

    public static final AlarmLevel NONE = new AlarmLevel(null, null);

    /** Whether both sides use up one allowance: time above and time below add up. */
    public boolean shared() {
        return high != null
                && low != null
                && high.lasting() instanceof Lasting.Allowance
                && high.lasting().equals(low.lasting());
    }

    public boolean any() {
        return high != null || low != null;
    }

    public Optional<Alarm> upper() {
        return Optional.ofNullable(high);
    }

    public Optional<Alarm> lower() {
        return Optional.ofNullable(low);
    }
}
