package org.pelerin.app.places;

/** A site is in another time zone: said in the transaction that changes it. */
public record SiteZoneChanged(long site) {}
