package org.pelerin.app.mission;

import java.time.Instant;

/** Said when records of a mission came home. */
public record BroughtHome(String serial, Instant at, String by) {}
