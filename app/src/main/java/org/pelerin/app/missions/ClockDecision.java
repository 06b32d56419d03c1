package org.pelerin.app.missions;

import java.time.Instant;

/** Somebody's decision whether the clock of a mission is corrected. */
public record ClockDecision(Instant at, String by, String reason) {}
