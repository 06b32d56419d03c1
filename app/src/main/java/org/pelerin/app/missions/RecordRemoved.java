package org.pelerin.app.missions;

/**
 * The record of a mission is removed after its time: said in the transaction that does it. Each room removes what it holds of it that is record:
 * samples, captured pages, files. What people wrote about it, and its figures, stay.
 */
public record RecordRemoved(long mission) {}
