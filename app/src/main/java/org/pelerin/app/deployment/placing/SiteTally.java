package org.pelerin.app.deployment.placing;

/** How many spots a site has, and at how many of them a logger lies. */
public record SiteTally(long id, String name, String address, int spots, int taken) {}
