package org.pelerin.yard.logger;

import java.time.Instant;

/** What a logger's sensors meet where it lies. */
public interface Probe {

    /** The value of a channel in its unit, at an instant of world time. */
    double measure(int channel, Instant world);
}
