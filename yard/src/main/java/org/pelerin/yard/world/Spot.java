package org.pelerin.yard.world;

/**
 * A point in the simulated outdoors where a logger can lie.
 *
 * @param key stable short key
 * @param water metres of water over it, 0 for a dry one
 */
public record Spot(String key, String site, String name, Climate climate, double water) {

    Spot(String key, String site, String name, Climate climate) {
        this(key, site, name, climate, 0);
    }
}
