package org.pelerin.app.house;

/** The picture over reports. */
public record Logo(String type, byte[] bytes) {}
