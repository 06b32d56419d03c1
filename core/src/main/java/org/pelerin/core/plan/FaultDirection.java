package org.pelerin.core.plan;

/** What becomes of a sample whose sensor is open or out of its range. */
public enum FaultDirection {
    /** It is missing. */
    MISSING,
    /** It counts as the sensor's greatest value, so that an upper alarm trips. */
    UP,
    /** It counts as the sensor's least value, so that a lower alarm trips. */
    DOWN
}
