package org.pelerin.app.findings;

/** One of the user's own list. */
public record Cause(long id, String name, boolean retired, int findings) {}
