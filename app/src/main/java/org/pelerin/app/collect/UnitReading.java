package org.pelerin.app.collect;

import java.time.Duration;
import java.time.Instant;

/**
 * How a logger was when its memory was read.
 *
 * @param device what its clock said
 * @param offset that minus reference
 * @param battery charge left, in ‰; null where it could not be asked
 * @param alarmed whether an alarm was raised, or latched; null where it could not be asked
 */
record UnitReading(Instant device, Duration offset, Integer battery, Boolean alarmed) {

    /** Only its clock is known. */
    static UnitReading clock(Instant device) {
        return new UnitReading(device, Duration.ZERO, null, null);
    }
}
