package org.pelerin.core.unit;

/**
 * From one unit to another of the same quantity: {@code value · factor + shift}.
 *
 * @param shift of values; differences have none
 */
public record Conversion(Unit from, Unit to, double factor, double shift) {

    /** The symbol of the unit that it leads to. */
    public String symbol() {
        return to.symbol();
    }

    public boolean same() {
        return factor == 1 && shift == 0;
    }

    /** Rounded to {@value SignificantDigits#DIGITS} significant digits, and from then on exact. */
    public double value(double v) {
        return same() ? v : SignificantDigits.rounded(unrounded(v));
    }

    /** The same as it comes, for figures that are reckoned further. */
    public double unrounded(double v) {
        return same() ? v : v * factor + shift;
    }

    /** A difference of two values, which no shift touches. */
    public double difference(double d) {
        return d * factor;
    }

    /** How many decimals show as much of a value as so many did before; never fewer than none. */
    public int decimals(int before) {
        return (int) Math.max(0, before - Math.floor(Math.log10(Math.abs(factor)) + 1e-9));
    }

    public Conversion back() {
        return new Conversion(to, from, 1 / factor, -shift / factor);
    }
}
