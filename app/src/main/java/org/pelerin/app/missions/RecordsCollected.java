package org.pelerin.app.missions;

import java.time.Instant;

/** Said when records of a mission came home. */
public record RecordsCollected(String serial, Instant at, String by) {}
