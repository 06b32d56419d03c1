package org.pelerin.core.sensor;

import java.util.List;

/** Applies a {@link Scaling}. Immutable; made once for a channel, then called for every sample. */
@FunctionalInterface
public interface Scaler {

    /** Zero of the Celsius scale, in K. */
    double KELVIN = 273.15;

    /**
     * @param raw the electrical or native quantity, in the input's unit
     * @param row what else the record holds
     * @return the engineering value; NaN where there is none
     */
    double value(double raw, Row row);

    /**
     * What a record holds beside the channel that is scaled.
     *
     * @param reference temperature of the terminals in °C, NaN where it is not known
     * @param channels values of the other channels, in the order of the names that {@link #of} was given
     */
    record Row(double reference, double[] channels) {
        public static final Row NONE = new Row(Double.NaN, new double[0]);

        /** A record with nothing but a reference temperature. */
        public static Row reference(double celsius) {
            return new Row(celsius, new double[0]);
        }
    }

    /**
     * @param names of the channels that a formula may use, beside {@code x}
     * @throws ExpressionException if a formula cannot be read
     */
    static Scaler of(Scaling scaling, List<String> names) {
        if (scaling instanceof Scaling.None) {
            return (raw, row) -> raw;
        }
        if (scaling instanceof Scaling.TwoPoint p) {
            return (raw, row) -> p.value1() + (raw - p.raw1()) * ((p.value2() - p.value1()) / (p.raw2() - p.raw1()));
        }
        if (scaling instanceof Scaling.SlopeOffset s) {
            return (raw, row) -> s.slope() * raw + s.offset();
        }
        if (scaling instanceof Scaling.Polynomial p) {
            double[] c = p.coefficients().stream().mapToDouble(d -> d).toArray();
            return (raw, row) -> horner(c, raw);
        }
        if (scaling instanceof Scaling.Table t) {
            return table(t);
        }
        if (scaling instanceof Scaling.Formula f) {
            Expression expression = Expression.parse(f.text(), names);
            return (raw, row) -> expression.value(raw, row.channels());
        }
        if (scaling instanceof Scaling.Thermocouple t) {
            return (raw, row) -> t.type().celsius(raw, row.reference());
        }
        if (scaling instanceof Scaling.Platinum p) {
            return (raw, row) -> ResistanceThermometer.celsius(p.r0(), raw);
        }
        if (scaling instanceof Scaling.NtcBeta n) {
            return (raw, row) -> raw > 0 ? 1 / (1 / 298.15 + Math.log(raw / n.r25()) / n.beta()) - KELVIN : Double.NaN;
        }
        Scaling.SteinhartHart s = (Scaling.SteinhartHart) scaling;
        return (raw, row) -> {
            double ln = Math.log(raw);
            return raw > 0 ? 1 / (s.a() + s.b() * ln + s.c() * ln * ln * ln) - KELVIN : Double.NaN;
        };
    }

    private static double horner(double[] c, double x) {
        double sum = 0;
        for (int i = c.length - 1; i >= 0; i--) {
            sum = sum * x + c[i];
        }
        return sum;
    }

    private static Scaler table(Scaling.Table t) {
        double[] raw = t.points().stream().mapToDouble(Scaling.Point::raw).toArray();
        double[] value = t.points().stream().mapToDouble(Scaling.Point::value).toArray();
        boolean clamp = t.outside() == Scaling.Outside.CLAMP;
        return (x, row) -> Interpolation.linear(raw, value, x, clamp);
    }
}
