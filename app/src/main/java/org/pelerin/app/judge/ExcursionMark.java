package org.pelerin.app.judge;

import java.time.Instant;
import org.pelerin.core.judge.Side;

/** Start and end of an excursion, for pictures of many missions. */
public record ExcursionMark(long missionId, Side side, Instant start, Instant end) {}
