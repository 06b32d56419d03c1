package org.pelerin.yard.world;

/**
 * A point in the simulated outdoors where a logger can lie.
 *
 * @param key stable short key
 */
public record Spot(String key, String site, String name, Climate climate) {}
