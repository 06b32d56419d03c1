package org.pelerin.app.judge.limits;

/**
 * A mission that would be judged by a set if that were assigned to a place.
 *
 * @param place the spot that it lay at, with its site; empty where that is not known
 * @param home whether it is collected, so that it keeps its limits unless somebody says otherwise
 */
public record Concerned(long id, String place, boolean home) {}
