package org.pelerin.app.missions;

/** The record of a mission, its times, its judged period or what is excluded of it has changed: said in the transaction that changes it. */
public record RecordChanged(long mission) {}
