package org.pelerin.core.judge;

import java.math.BigDecimal;
import org.pelerin.core.unit.Conversion;

/**
 * The values a rule allows. A value equal to a limit is allowed.
 */
public sealed interface Bound {

    /** Limits in the channel's unit; an absent side is infinite. */
    double low();

    double high();

    /** The same limits in another unit. */
    default Bound in(Conversion to) {
        if (to.same()) {
            return this;
        }
        Double low = Double.isInfinite(low()) ? null : to.value(low());
        Double high = Double.isInfinite(high()) ? null : to.value(high());
        return low == null ? new Above(high) : high == null ? new Below(low) : new Outside(low, high);
    }

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

    /**
     * So many per cent around a nominal value; a side without a per cent is open. The limits are exact: reckoned in decimals, as both are written.
     *
     * @param plus per cent of its size above it, 0 or more, or null; {@code minus} below it
     */
    record Nominal(double nominal, Double plus, Double minus) implements Bound {
        public Nominal {
            finite(nominal);
            if (plus == null && minus == null) {
                throw new IllegalArgumentException("A bound around a nominal value has at least one side");
            }
            if (nominal == 0 || plus != null && !(plus >= 0) || minus != null && !(minus >= 0)) {
                throw new IllegalArgumentException(
                        "A bound is 0 % or more on either side of a nominal value other than 0");
            }
        }

        @Override
        public double high() {
            return plus == null ? Double.POSITIVE_INFINITY : part(plus);
        }

        @Override
        public double low() {
            return minus == null ? Double.NEGATIVE_INFINITY : part(-minus);
        }

        private double part(double percent) {
            BigDecimal of = BigDecimal.valueOf(nominal);
            return of.add(of.abs().multiply(BigDecimal.valueOf(percent)).movePointLeft(2))
                    .doubleValue();
        }
    }

    private static void finite(double limit) {
        if (!Double.isFinite(limit)) {
            throw new IllegalArgumentException("A limit is a number, not " + limit);
        }
    }
}
