package org.pelerin.app.place;

/**
 * A site, and one of its spots.
 *
 * @param spot null for a site alone
 */
public record PlaceRow(Site site, Spot spot) {}
