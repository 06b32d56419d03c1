package org.pelerin.app.organisation;

/** The picture over reports. */
public record Logo(String type, byte[] bytes) {}
