package org.pelerin.app.missions;

/** A mission belongs to another spot than before. Published in the transaction that moves it. */
public record MissionRelocated(long mission) {}
