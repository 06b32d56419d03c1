package org.pelerin.core.plan;

import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.model.OptionModel;
import org.pelerin.core.sensor.Correction;
import org.pelerin.core.sensor.Scaling;
import org.pelerin.core.sensor.Sensor;
import org.pelerin.core.sensor.Supply;

/** A plan setting by setting, in words for people and exact to the last digit, so that two plans can be compared. */
public final class PlanFields {

    private final Map<String, String> fields = new LinkedHashMap<>();

    private PlanFields() {}

    /** In the order in which a person would read them. */
    public static Map<String, String> of(Plan plan) {
        PlanFields f = new PlanFields();
        f.put("model", plan.model());
        f.put("name", plan.loggerName());
        f.put("interval", exact(plan.interval()));
        f.put("scan", plan.scan() == null ? "each record once" : "every " + exact(plan.scan()));
        f.put("start", start(plan.start()));
        f.put("stop", stop(plan.stop()));
        Optional<LoggerModel> model = ModelCatalogue.find(plan.model());
        for (int i = 0; i < plan.channels().size(); i++) {
            int n = i;
            String unit = model.filter(m -> n < m.channels().size())
                    .map(m -> plan.unit(m, n))
                    .orElse(plan.channels().get(i).unit());
            f.channel("channel " + (i + 1) + ", ", plan.channels().get(i), unit);
        }
        f.options(plan);
        return f.fields;
    }

    private void put(String field, Object value) {
        fields.put(field, String.valueOf(value));
    }

    /** All that the model has, preset or not, so that every setting of two plans is compared. */
    private void options(Plan plan) {
        List<OptionModel> known =
                ModelCatalogue.find(plan.model()).map(LoggerModel::options).orElse(List.of());
        for (OptionModel o : known) {
            put(o.label().toLowerCase(java.util.Locale.ROOT), OptionText.words(o, plan.option(o)));
        }
        plan.options().forEach((key, value) -> {
            if (known.stream().noneMatch(o -> o.key().equals(key))) {
                put(key, value);
            }
        });
    }

    private void channel(String at, ChannelSettings c, String unit) {
        put(at + "recorded", c.enabled() ? "yes" : "no");
        put(at + "label", c.label());
        put(at + "sensor", c.sensor() == null ? "its own" : sensor(c.sensor()));
        put(at + "unit shown", c.unit().isEmpty() ? "the sensor's" : c.unit());
        put(at + "correction", correction(c.correction()));
        put(at + "low cut-off", c.cutOff() == 0 ? "none" : n(c.cutOff()));
        put(
                at + "a fault counts as",
                c.fault() == FaultDirection.MISSING
                        ? "missing"
                        : c.fault() == FaultDirection.UP ? "the greatest value" : "the least value");
        put(at + "decimals", c.decimals() == null ? "as make sense" : c.decimals());
        put(
                at + "display range",
                c.display() == null
                        ? "by itself"
                        : n(c.display().low()) + " … " + n(c.display().high()));
        for (int level = 1; level <= c.levels().size(); level++) {
            String which = level == 1 ? "" : ", level " + level;
            put(at + "upper alarm" + which, alarm(c.level(level).high(), unit));
            put(at + "lower alarm" + which, alarm(c.level(level).low(), unit));
        }
    }

    private static String alarm(Alarm a, String unit) {
        return a == null
                ? "none"
                : LimitText.quantity(a.limit(), unit) + " " + LastingText.phrase(a.lasting())
                        + (a.latched() ? ", latched" : ", not latched");
    }

    static String start(StartCondition start) {
        if (start instanceof StartCondition.At at) {
            return "at " + instant(at.instant());
        }
        if (start instanceof StartCondition.After after) {
            return exact(after.delay()) + " after writing";
        }
        if (start instanceof StartCondition.OnInterval interval) {
            return "on the next full " + exact(interval.step());
        }
        if (start instanceof StartCondition.OnThreshold t) {
            String values = t.crossing() == StartCondition.Crossing.ABOVE
                    ? n(t.high())
                    : t.crossing() == StartCondition.Crossing.BELOW ? n(t.low()) : n(t.low()) + " … " + n(t.high());
            return "when channel " + (t.channel() + 1) + " " + words(t.crossing()) + " " + values;
        }
        return start.kind().words();
    }

    static String words(StartCondition.Crossing crossing) {
        return switch (crossing) {
            case ABOVE -> "rises above";
            case BELOW -> "falls below";
            case ENTERS -> "enters";
            case LEAVES -> "leaves";
        };
    }

    static String stop(StopCondition stop) {
        if (stop instanceof StopCondition.AfterSamples n) {
            return "after " + n.count() + " samples";
        }
        if (stop instanceof StopCondition.AfterTime t) {
            return "after " + exact(t.time());
        }
        if (stop instanceof StopCondition.At at) {
            return "at " + instant(at.instant());
        }
        return stop.kind().words();
    }

    private static String sensor(Sensor s) {
        return s.name() + ": " + s.input().words() + ", " + scaling(s.scaling()) + ", " + n(s.low()) + " … "
                + n(s.high())
                + " " + s.unit() + ", " + s.decimals() + " decimals"
                + (s.wires() == 0 ? "" : ", " + s.wires() + " wires")
                + (s.leadOhms() == 0 ? "" : ", leads " + n(s.leadOhms()) + " Ω")
                + (s.shuntOhms() == 0 ? "" : ", shunt " + n(s.shuntOhms()) + " Ω")
                + (s.supply() == null ? "" : ", " + supply(s.supply()));
    }

    private static String supply(Supply s) {
        return "supply " + s.name() + " of " + n(s.volts()) + " V, " + n(s.milliamps()) + " mA, "
                + (s.continuous() ? "always on" : "on " + exact(s.warmUp()) + " before");
    }

    /** A scaling as a formula or a sentence. */
    public static String scaling(Scaling s) {
        if (s instanceof Scaling.TwoPoint p) {
            return n(p.raw1()) + " → " + n(p.value1()) + ", " + n(p.raw2()) + " → " + n(p.value2());
        }
        if (s instanceof Scaling.SlopeOffset l) {
            return "slope " + n(l.slope()) + ", offset " + n(l.offset());
        }
        if (s instanceof Scaling.Polynomial p) {
            return "polynomial " + p.coefficients().stream().map(PlanFields::n).collect(Collectors.joining("; "));
        }
        if (s instanceof Scaling.Table t) {
            return "table " + points(t.points())
                    + (t.outside() == Scaling.Outside.FAULT ? ", a fault outside" : ", clamped outside");
        }
        if (s instanceof Scaling.Formula f) {
            return "formula " + f.text();
        }
        if (s instanceof Scaling.Thermocouple t) {
            return "type " + t.type();
        }
        if (s instanceof Scaling.Platinum p) {
            return "platinum, R0 " + n(p.r0()) + " Ω";
        }
        if (s instanceof Scaling.NtcBeta b) {
            return "NTC, R25 " + n(b.r25()) + " Ω, β " + n(b.beta()) + " K";
        }
        if (s instanceof Scaling.SteinhartHart h) {
            return "NTC, a " + h.a() + ", b " + h.b() + ", c " + h.c();
        }
        return "not scaled";
    }

    /** A correction in words. */
    public static String correction(Correction c) {
        if (c instanceof Correction.Points p) {
            return points(p.points());
        }
        Correction.Linear l = (Correction.Linear) c;
        return c.none()
                ? "none"
                : l.gain() == 1 ? "offset " + n(l.offset()) : "gain " + n(l.gain()) + ", offset " + n(l.offset());
    }

    private static String points(List<Scaling.Point> points) {
        return points.stream().map(p -> n(p.raw()) + " → " + n(p.value())).collect(Collectors.joining(", "));
    }

    private static String exact(Duration d) {
        long millis = d.toMillisPart();
        String seconds = Durations.format(d.minusMillis(millis));
        return millis == 0 ? seconds : d.toMillis() < 1000 ? millis + "\u00a0ms" : seconds + " " + millis + "\u00a0ms";
    }

    private static String instant(Instant t) {
        return t.toString();
    }

    /** Exact, without a decimal point where none is needed, with a true minus sign. */
    private static String n(double v) {
        return LimitText.plain(v);
    }
}
