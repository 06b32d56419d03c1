package org.pelerin.app.missions;

/**
 * How the missions stand.
 *
 * @param outside collected, with excursions
 * @param inconclusive collected, with too little to judge by
 * @param outThere not collected yet
 */
public record MissionTally(int missions, int outside, int inconclusive, int outThere) {}
