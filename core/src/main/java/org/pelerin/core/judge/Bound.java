package org.pelerin.core.judge;

/**
 * The values a rule allows. A value equal to a limit is allowed.
 */
public sealed interface Bound {

    /** Limits in the channel's unit; an absent side is infinite. */
    double low();

    double high();

    record Above(double high) implements Bound {
        public Above {
            finite(high);
        }

        @Override
        public double low() {
            return Double.NEGATIVE_INFINITY;
        }
    }

    record Below(double low) implements Bound {
        public Below {
            finite(low);
        }

        @Override
        public double high() {
            return Double.POSITIVE_INFINITY;
        }
    }

    /** Out is below {@code low} or above {@code high}; the two sides make separate runs. */
    record Outside(double low, double high) implements Bound {
        public Outside {
            finite(low);
            finite(high);
            if (low > high) {
                throw new IllegalArgumentException("The lower limit " + low + " is above the upper limit " + high);
            }
        }
    }

    private static void finite(double limit) {
        if (!Double.isFinite(limit)) {
            throw new IllegalArgumentException("A limit is a number, not " + limit);
        }
    }
}
