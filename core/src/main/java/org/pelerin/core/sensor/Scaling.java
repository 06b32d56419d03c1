package org.pelerin.core.sensor;

import java.util.List;
import java.util.Objects;
import org.pelerin.core.language.CoreTexts;

/**
 * The way from an electrical or native quantity to an engineering value. A result that does not exist is NaN: the sample is
 * then a fault.
 */
public sealed interface Scaling {

    /** The quantity itself. */
    record None() implements Scaling {}

    /** The straight line through {@code raw1 → value1} and {@code raw2 → value2}. */
    record TwoPoint(double raw1, double value1, double raw2, double value2) implements Scaling {
        public TwoPoint {
            finite(raw1, value1, raw2, value2);
            if (raw1 == raw2) {
                throw new IllegalArgumentException(
                        CoreTexts.say("core.sensor.scaling.theTwoRawValuesAre", "raw1", raw1));
            }
        }
    }

    /** {@code slope · raw + offset}. */
    record SlopeOffset(double slope, double offset) implements Scaling {
        public SlopeOffset {
            finite(slope, offset);
        }
    }

    /** {@code c0 + c1·raw + c2·raw² …}, up to the fifth power. */
    record Polynomial(List<Double> coefficients) implements Scaling {
        public Polynomial {
            coefficients = List.copyOf(coefficients);
            if (coefficients.isEmpty() || coefficients.size() > 6) {
                throw new IllegalArgumentException(CoreTexts.say("core.sensor.scaling.aPolynomialHas1To"));
            }
            coefficients.forEach(Scaling::finite);
        }
    }

    /** Straight between points of rising raw value. */
    record Table(List<Point> points, Outside outside) implements Scaling {
        public Table {
            points = List.copyOf(points);
            Objects.requireNonNull(outside);
            if (points.size() < 2) {
                throw new IllegalArgumentException(CoreTexts.say("core.sensor.scaling.aTableHasAtLeast"));
            }
            for (int i = 1; i < points.size(); i++) {
                if (points.get(i).raw() <= points.get(i - 1).raw()) {
                    throw new IllegalArgumentException(
                            CoreTexts.say("core.sensor.scaling.theRawValuesOfA", "i", (i + 1)));
                }
            }
        }
    }

    /** A row of a table. */
    record Point(double raw, double value) {
        public Point {
            finite(raw, value);
        }
    }

    /** What a table says of raw values beyond its ends. */
    enum Outside {
        FAULT,
        CLAMP
    }

    /** A formula in {@code x}, and in other channels by name; see {@link Expression}. */
    record Formula(String text) implements Scaling {
        public Formula {
            Objects.requireNonNull(text);
        }
    }

    /** mV to °C, with the reference junction's temperature. */
    record Thermocouple(ThermocoupleType type) implements Scaling {
        public Thermocouple {
            Objects.requireNonNull(type);
        }
    }

    /** Ω to °C after IEC 60751. */
    record Platinum(double r0) implements Scaling {
        public Platinum {
            positive("R0", r0);
        }
    }

    /** Ω to °C: {@code 1/T = 1/298.15 + ln(R/R25)/β}. */
    record NtcBeta(double r25, double beta) implements Scaling {
        public NtcBeta {
            positive("R25", r25);
            positive("β", beta);
        }
    }

    /** Ω to °C: {@code 1/T = a + b·ln R + c·(ln R)³}. */
    record SteinhartHart(double a, double b, double c) implements Scaling {
        public SteinhartHart {
            finite(a, b, c);
        }
    }

    private static void finite(double... values) {
        for (double v : values) {
            if (!Double.isFinite(v)) {
                throw new IllegalArgumentException("A scaling is made of numbers, not of " + v);
            }
        }
    }

    private static void positive(String what, double v) {
        if (!(v > 0) || Double.isInfinite(v)) {
            throw new IllegalArgumentException(CoreTexts.say("core.sensor.scaling.isAbove0Not", "what", what, "v", v));
        }
    }
}
