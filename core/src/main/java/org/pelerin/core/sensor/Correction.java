package org.pelerin.core.sensor;

import java.util.List;
import org.pelerin.core.language.CoreTexts;

/** What a calibration adds to an engineering value. */
public sealed interface Correction {

    Correction NONE = new Linear(1, 0);

    /** {@code gain · value + offset}. */
    record Linear(double gain, double offset) implements Correction {
        public Linear {
            if (!Double.isFinite(gain) || !Double.isFinite(offset) || gain == 0) {
                throw new IllegalArgumentException(CoreTexts.say("core.sensor.correction.aCorrectionHasAGain"));
            }
        }
    }

    /**
     * What a table of reading and true value says, straight between its points; beyond its ends the end's difference goes on.
     */
    record Points(List<Scaling.Point> points) implements Correction {
        public Points {
            new Scaling.Table(points, Scaling.Outside.CLAMP);
            points = List.copyOf(points);
        }
    }

    static Correction offset(double offset) {
        return new Linear(1, offset);
    }

    default boolean none() {
        return equals(NONE);
    }

    default double apply(double v) {
        if (this instanceof Linear l) {
            return l.gain() * v + l.offset();
        }
        List<Scaling.Point> points = ((Points) this).points();
        Scaling.Point first = points.get(0);
        Scaling.Point last = points.get(points.size() - 1);
        if (v < first.raw()) {
            return v + (first.value() - first.raw());
        }
        if (v > last.raw()) {
            return v + (last.value() - last.raw());
        }
        double[] x = points.stream().mapToDouble(Scaling.Point::raw).toArray();
        double[] y = points.stream().mapToDouble(Scaling.Point::value).toArray();
        return Interpolation.linear(x, y, v, true);
    }
}
