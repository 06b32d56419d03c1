package org.pelerin.app.judge.rehearsal;

import java.time.Instant;
import java.util.List;
import org.pelerin.core.judge.Side;

/**
 * What a plan's alarms would have done in the last missions at a spot.
 *
 * @param missions those that were looked at, the newest first
 * @param alarms how often it would have alarmed in all
 * @param unmatched labels of alarmed channels that no mission there recorded
 */
public record Rehearsal(List<Run> missions, int alarms, List<String> unmatched) {

    public static final int WIDTH = 236;

    /**
     * One mission.
     *
     * @param when each alarm, in order
     */
    public record Run(long missionId, Instant from, Instant to, List<Bell> when) {}

    /**
     * One alarm that would have been raised.
     *
     * @param x where it lies on its mission's line, {@value #WIDTH} wide
     * @param width of what it stands for, at least 2
     */
    public record Bell(String rule, Instant at, Side side, int x, int width) {}
}
