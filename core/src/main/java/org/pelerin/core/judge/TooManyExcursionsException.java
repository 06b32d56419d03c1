package org.pelerin.core.judge;

/** Limits that a record departs from so often that telling each time would tell nothing. */
public final class TooManyExcursionsException extends IllegalArgumentException {

    TooManyExcursionsException(int most) {
        super("more than " + most + " excursions are not told; take wider limits, or a longer time out of them");
    }
}
