package org.pelerin.core.judge;

/** A contact, whose values are 1 while it is open and 0 while it is closed. It has no unit, and only a limit between the two says anything of it. */
public enum ContactState {
    OPEN,
    CLOSED;

    /**
     * The state that a departure is of.
     *
     * @param basis what its rule looks at, see {@link Basis#key}; empty for the values themselves
     * @param unit empty for none
     * @param limit that it lies beyond; null where data are missing
     * @return null where it is of another quantity
     */
    public static ContactState of(String basis, String unit, Double limit, Side side) {
        boolean contact = basis.isEmpty() && unit.isEmpty() && limit != null && limit > 0 && limit < 1;
        return !contact ? null : side == Side.ABOVE ? OPEN : CLOSED;
    }
}
