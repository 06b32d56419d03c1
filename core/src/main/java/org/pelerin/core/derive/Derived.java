package org.pelerin.core.derive;

import org.pelerin.core.unit.Unit;

/**
 * A series to be derived.
 *
 * @param name unlike those of recorded channels and of other derived series
 * @param unit null for the one that follows from its inputs
 */
public record Derived(String name, Unit unit, Derivation how) {}
