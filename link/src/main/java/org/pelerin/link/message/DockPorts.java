package org.pelerin.link.message;

import java.util.List;

/**
 * What sits in a dock.
 *
 * @param total ports it has
 * @param occupied those with a logger
 */
public record DockPorts(int total, List<DockPort> occupied) {}
