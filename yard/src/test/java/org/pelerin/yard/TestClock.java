package org.pelerin.yard;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import org.pelerin.yard.world.World;
import org.pelerin.yard.world.WorldClock;

/** Worlds whose time stands still until it is told to pass. */
final class TestClock {

    static final Instant START = Instant.parse("2026-03-01T08:00:00Z");

    private TestClock() {}

    static World world(long seed) {
        return World.create(seed, clock());
    }

    static WorldClock clock() {
        return new WorldClock(Clock.fixed(START, ZoneOffset.UTC), Duration.ZERO);
    }
}
