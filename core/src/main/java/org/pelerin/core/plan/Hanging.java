package org.pelerin.core.plan;

import java.util.OptionalDouble;

/**
 * How a logger hangs in water from a reference point, such as the top of a casing. Everything in m, downwards; null where it is not
 * known.
 *
 * @param staticLevel from the reference point to the water at rest; negative where the water stands above it
 * @param keptClear of water that something else takes above the logger, such as a slug
 * @param margin that the water may fall
 * @param cable from the reference point to the logger, as it is; null for as long as it must be
 */
public record Hanging(Double staticLevel, Double keptClear, Double margin, Double cable) {

    public static final Hanging DRY = new Hanging(null, null, null, null);

    /** Lengths are told to the centimetre; less is no difference. */
    private static final double SAME = 0.005;

    /** The least cable: down to the water, past what is kept clear, and the margin. Empty where the water's level is not known. */
    public OptionalDouble needed() {
        return staticLevel == null
                ? OptionalDouble.empty()
                : OptionalDouble.of(staticLevel + known(keptClear) + known(margin));
    }

    /** The cable as it is, or as it must be where that is not said but what it must reach past is. */
    public OptionalDouble hangs() {
        if (cable != null) {
            return OptionalDouble.of(cable);
        }
        return keptClear == null && margin == null ? OptionalDouble.empty() : needed();
    }

    /** How deep under the water the logger hangs. */
    public OptionalDouble immersion() {
        OptionalDouble at = hangs();
        return at.isEmpty() || staticLevel == null
                ? OptionalDouble.empty()
                : OptionalDouble.of(at.getAsDouble() - staticLevel);
    }

    /** Whether the cable is shorter than it must be. */
    public boolean tooShort() {
        return cable != null && needed().isPresent() && cable < needed().getAsDouble() - SAME;
    }

    /** Whether a depth that is said goes with it; so it does where one of the two is not known. */
    public boolean agrees(Double depth) {
        return depth == null || immersion().isEmpty() || Math.abs(immersion().getAsDouble() - depth) <= SAME;
    }

    /** The same with the water's level, or the cable, as it was measured; null leaves what is known. */
    public Hanging measured(Double level, Double letOut) {
        return new Hanging(
                level == null ? staticLevel : level,
                keptClear,
                margin,
                letOut == null ? (hangs().isPresent() ? hangs().getAsDouble() : null) : letOut);
    }

    private static double known(Double length) {
        return length == null ? 0 : length;
    }
}
