package org.pelerin.app.missions;

import java.time.Instant;

/** Start and end of an excursion, for pictures of many missions. */
public record ExcursionMark(long missionId, boolean above, Instant start, Instant end) {}
