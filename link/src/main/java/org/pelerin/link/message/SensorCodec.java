package org.pelerin.link.message;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.model.Input;
import org.pelerin.core.sensor.Correction;
import org.pelerin.core.sensor.Scaling;
import org.pelerin.core.sensor.Sensor;
import org.pelerin.core.sensor.Supply;
import org.pelerin.core.sensor.ThermocoupleType;

/** Sensors, scalings and corrections as loggers store them. */
final class SensorCodec {

    private SensorCodec() {}

    static void write(Payload out, Sensor s) {
        out.text(s.name()).u8(s.input().ordinal());
        write(out, s.scaling());
        out.text(s.unit())
                .f64(s.low())
                .f64(s.high())
                .u8(s.decimals())
                .u8(s.wires())
                .f64(s.leadOhms())
                .f64(s.shuntOhms())
                .u8(s.supply() == null ? 0 : 1);
        if (s.supply() != null) {
            out.text(s.supply().name())
                    .f64(s.supply().volts())
                    .f64(s.supply().milliamps())
                    .i64(s.supply().warmUp().toMillis())
                    .u8(s.supply().continuous() ? 1 : 0);
        }
    }

    static Sensor sensor(PayloadReader in) {
        String name = in.text();
        Input input = in.one(Input.values(), "input");
        Scaling scaling = scaling(in);
        String unit = in.text();
        double low = in.f64();
        double high = in.f64();
        int decimals = in.u8();
        int wires = in.u8();
        double lead = in.f64();
        double shunt = in.f64();
        Supply supply = in.u8() == 0
                ? null
                : new Supply(in.text(), in.f64(), in.f64(), Duration.ofMillis(in.i64()), in.u8() != 0);
        return new Sensor(name, input, scaling, unit, low, high, decimals, wires, lead, shunt, supply);
    }

    private static void write(Payload out, Scaling s) {
        if (s instanceof Scaling.TwoPoint p) {
            out.u8(1).f64(p.raw1()).f64(p.value1()).f64(p.raw2()).f64(p.value2());
        } else if (s instanceof Scaling.SlopeOffset l) {
            out.u8(2).f64(l.slope()).f64(l.offset());
        } else if (s instanceof Scaling.Polynomial p) {
            out.u8(3).u8(p.coefficients().size());
            p.coefficients().forEach(out::f64);
        } else if (s instanceof Scaling.Table t) {
            out.u8(4).u8(t.outside().ordinal());
            write(out, t.points());
        } else if (s instanceof Scaling.Formula f) {
            out.u8(5).longText(f.text());
        } else if (s instanceof Scaling.Thermocouple t) {
            out.u8(6).u8(t.type().ordinal());
        } else if (s instanceof Scaling.Platinum p) {
            out.u8(7).f64(p.r0());
        } else if (s instanceof Scaling.NtcBeta n) {
            out.u8(8).f64(n.r25()).f64(n.beta());
        } else if (s instanceof Scaling.SteinhartHart h) {
            out.u8(9).f64(h.a()).f64(h.b()).f64(h.c());
        } else {
            out.u8(0);
        }
    }

    private static Scaling scaling(PayloadReader in) {
        int kind = in.u8();
        return switch (kind) {
            case 0 -> new Scaling.None();
            case 1 -> new Scaling.TwoPoint(in.f64(), in.f64(), in.f64(), in.f64());
            case 2 -> new Scaling.SlopeOffset(in.f64(), in.f64());
            case 3 -> {
                List<Double> coefficients = new ArrayList<>();
                for (int n = in.u8(); n > 0; n--) {
                    coefficients.add(in.f64());
                }
                yield new Scaling.Polynomial(coefficients);
            }
            case 4 -> {
                Scaling.Outside outside = in.one(Scaling.Outside.values(), "table's end");
                yield new Scaling.Table(points(in), outside);
            }
            case 5 -> new Scaling.Formula(in.longText());
            case 6 -> new Scaling.Thermocouple(in.one(ThermocoupleType.values(), "thermocouple"));
            case 7 -> new Scaling.Platinum(in.f64());
            case 8 -> new Scaling.NtcBeta(in.f64(), in.f64());
            case 9 -> new Scaling.SteinhartHart(in.f64(), in.f64(), in.f64());
            default -> throw new MalformedMessageException("scaling " + kind + " is not known");
        };
    }

    static void write(Payload out, Correction c) {
        if (c instanceof Correction.Points p) {
            out.u8(1);
            write(out, p.points());
        } else {
            Correction.Linear l = (Correction.Linear) c;
            out.u8(0).f64(l.gain()).f64(l.offset());
        }
    }

    static Correction correction(PayloadReader in) {
        int kind = in.u8();
        return switch (kind) {
            case 0 -> new Correction.Linear(in.f64(), in.f64());
            case 1 -> new Correction.Points(points(in));
            default -> throw new MalformedMessageException("correction " + kind + " is not known");
        };
    }

    private static void write(Payload out, List<Scaling.Point> points) {
        out.u16(points.size());
        points.forEach(p -> out.f64(p.raw()).f64(p.value()));
    }

    private static List<Scaling.Point> points(PayloadReader in) {
        List<Scaling.Point> out = new ArrayList<>();
        for (int n = in.u16(); n > 0; n--) {
            out.add(new Scaling.Point(in.f64(), in.f64()));
        }
        return out;
    }
}
