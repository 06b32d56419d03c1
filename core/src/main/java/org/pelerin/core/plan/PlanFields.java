package org.pelerin.core.plan;

import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.pelerin.core.language.CoreTexts;
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
        f.put(
                "scan",
                plan.scan() == null
                        ? CoreTexts.say("core.plan.planFields.eachRecordOnce")
                        : CoreTexts.say("core.plan.planFields.everyExact", "exact", exact(plan.scan())));
        f.put("start", start(plan.start()));
        f.put("stop", stop(plan.stop()));
        Optional<LoggerModel> model = ModelCatalogue.find(plan.model());
        for (int i = 0; i < plan.channels().size(); i++) {
            int n = i;
            String unit = model.filter(m -> n < m.channels().size())
                    .map(m -> plan.unit(m, n))
                    .orElse(plan.channels().get(i).unit());
            f.channel(
                    CoreTexts.say("core.plan.planFields.channelI", "i", (i + 1)),
                    plan.channels().get(i),
                    unit);
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
        put(CoreTexts.say("core.plan.planFields.atRecorded", "at", at), c.enabled() ? "yes" : "no");
        put(CoreTexts.say("core.plan.planFields.atLabel", "at", at), c.label());
        put(
                CoreTexts.say("core.plan.planFields.atSensor", "at", at),
                c.sensor() == null ? CoreTexts.say("core.plan.planFields.itsOwn") : sensor(c.sensor()));
        put(
                CoreTexts.say("core.plan.planFields.unitShown", "at", at),
                c.unit().isEmpty() ? CoreTexts.say("core.plan.planFields.theSensorS") : c.unit());
        put(CoreTexts.say("core.plan.planFields.atCorrection", "at", at), correction(c.correction()));
        put(
                CoreTexts.say("core.plan.planFields.lowCutOff", "at", at),
                c.cutOff() == 0 ? CoreTexts.say("core.plan.planFields.none") : n(c.cutOff()));
        put(
                CoreTexts.say("core.plan.planFields.onSensorFault", "at", at),
                c.fault() == FaultDirection.MISSING
                        ? CoreTexts.say("core.plan.planFields.missing")
                        : c.fault() == FaultDirection.UP
                                ? CoreTexts.say("core.plan.planFields.maximum")
                                : CoreTexts.say("core.plan.planFields.minimum"));
        put(
                CoreTexts.say("core.plan.planFields.atDecimals", "at", at),
                c.decimals() == null ? CoreTexts.say("core.plan.planFields.automatic") : c.decimals());
        put(
                CoreTexts.say("core.plan.planFields.displayRange", "at", at),
                c.display() == null
                        ? CoreTexts.say("core.plan.planFields.automatic")
                        : n(c.display().low()) + " … " + n(c.display().high()));
        for (int level = 1; level <= c.levels().size(); level++) {
            String which = level == 1 ? "" : CoreTexts.say("core.plan.planFields.levelLevel", "level", level);
            put(
                    CoreTexts.say("core.plan.planFields.upperAlarm", "at", at, "which", which),
                    alarm(c.level(level).high(), unit));
            put(
                    CoreTexts.say("core.plan.planFields.lowerAlarm", "at", at, "which", which),
                    alarm(c.level(level).low(), unit));
        }
    }

    private static String alarm(Alarm a, String unit) {
        return a == null
                ? CoreTexts.say("core.plan.planFields.none")
                : LimitText.quantity(a.limit(), unit) + " " + LastingText.phrase(a.lasting())
                        + (a.latched()
                                ? CoreTexts.say("core.plan.planFields.latched")
                                : CoreTexts.say("core.plan.planFields.notLatched"));
    }

    static String start(StartCondition start) {
        if (start instanceof StartCondition.At at) {
            return CoreTexts.say("core.plan.planFields.atInstant", "instant", instant(at.instant()));
        }
        if (start instanceof StartCondition.After after) {
            return CoreTexts.say("core.plan.planFields.afterWriting", "exact", exact(after.delay()));
        }
        if (start instanceof StartCondition.OnInterval interval) {
            return CoreTexts.say("core.plan.planFields.onTheNextFull", "exact", exact(interval.step()));
        }
        if (start instanceof StartCondition.OnThreshold t) {
            String values = t.crossing() == StartCondition.Crossing.ABOVE
                    ? n(t.high())
                    : t.crossing() == StartCondition.Crossing.BELOW ? n(t.low()) : n(t.low()) + " … " + n(t.high());
            return CoreTexts.say(
                    "core.plan.planFields.whenChannel",
                    "channel",
                    (t.channel() + 1),
                    "crossing",
                    words(t.crossing()),
                    "values",
                    values);
        }
        return start.kind().words();
    }

    static String words(StartCondition.Crossing crossing) {
        return switch (crossing) {
            case ABOVE -> CoreTexts.say("core.plan.planFields.risesAbove");
            case BELOW -> CoreTexts.say("core.plan.planFields.fallsBelow");
            case ENTERS -> CoreTexts.say("core.plan.planFields.enters");
            case LEAVES -> CoreTexts.say("core.plan.planFields.leaves");
        };
    }

    static String stop(StopCondition stop) {
        if (stop instanceof StopCondition.AfterSamples n) {
            return CoreTexts.say("core.plan.planFields.afterSamples", "count", n.count());
        }
        if (stop instanceof StopCondition.AfterTime t) {
            return CoreTexts.say("core.plan.planFields.afterExact", "exact", exact(t.time()));
        }
        if (stop instanceof StopCondition.At at) {
            return CoreTexts.say("core.plan.planFields.atInstant", "instant", instant(at.instant()));
        }
        return stop.kind().words();
    }

    private static String sensor(Sensor s) {
        return CoreTexts.say(
                "core.plan.planFields.nameInputScalingNN2",
                "name",
                s.name(),
                "input",
                s.input().words(),
                "scaling",
                scaling(s.scaling()),
                "n",
                n(s.low()),
                "n2",
                n(s.high()),
                "unit",
                s.unit(),
                "decimals",
                s.decimals(),
                "wires",
                (s.wires() == 0 ? "" : CoreTexts.say("core.plan.planFields.wiresWires", "wires", s.wires())),
                "leadOhms",
                (s.leadOhms() == 0 ? "" : CoreTexts.say("core.plan.planFields.leadsN", "n", n(s.leadOhms()))),
                "shuntOhms",
                (s.shuntOhms() == 0 ? "" : CoreTexts.say("core.plan.planFields.shuntN", "n", n(s.shuntOhms()))),
                "supply",
                (s.supply() == null ? "" : ", " + supply(s.supply())));
    }

    private static String supply(Supply s) {
        return CoreTexts.say(
                "core.plan.planFields.supplyOfVMA",
                "name",
                s.name(),
                "n",
                n(s.volts()),
                "n2",
                n(s.milliamps()),
                "continuous",
                (s.continuous()
                        ? CoreTexts.say("core.plan.planFields.alwaysOn")
                        : CoreTexts.say("core.plan.planFields.onBefore", "exact", exact(s.warmUp()))));
    }

    /** A scaling as a formula or a sentence. */
    public static String scaling(Scaling s) {
        if (s instanceof Scaling.TwoPoint p) {
            return n(p.raw1()) + " → " + n(p.value1()) + ", " + n(p.raw2()) + " → " + n(p.value2());
        }
        if (s instanceof Scaling.SlopeOffset l) {
            return CoreTexts.say("core.plan.planFields.slopeOffset", "n", n(l.slope()), "n2", n(l.offset()));
        }
        if (s instanceof Scaling.Polynomial p) {
            return CoreTexts.say(
                    "core.plan.planFields.polynomialCoefficients",
                    "coefficients",
                    p.coefficients().stream().map(PlanFields::n).collect(Collectors.joining("; ")));
        }
        if (s instanceof Scaling.Table t) {
            return CoreTexts.say(
                    "core.plan.planFields.tablePoints",
                    "points",
                    points(t.points()),
                    "outside",
                    t.outside() == Scaling.Outside.FAULT);
        }
        if (s instanceof Scaling.Formula f) {
            return CoreTexts.say("core.plan.planFields.formulaF", "f", f.text());
        }
        if (s instanceof Scaling.Thermocouple t) {
            return CoreTexts.say("core.plan.planFields.typeType", "type", t.type());
        }
        if (s instanceof Scaling.Platinum p) {
            return CoreTexts.say("core.plan.planFields.platinumR0N", "n", n(p.r0()));
        }
        if (s instanceof Scaling.NtcBeta b) {
            return CoreTexts.say("core.plan.planFields.ntcR25NN2K", "n", n(b.r25()), "n2", n(b.beta()));
        }
        if (s instanceof Scaling.SteinhartHart h) {
            return CoreTexts.say("core.plan.planFields.ntcAABB", "a", h.a(), "b", h.b(), "c", h.c());
        }
        return CoreTexts.say("core.plan.planFields.notScaled");
    }

    /** A correction in words. */
    public static String correction(Correction c) {
        if (c instanceof Correction.Points p) {
            return points(p.points());
        }
        Correction.Linear l = (Correction.Linear) c;
        return c.none()
                ? CoreTexts.say("core.plan.planFields.none2")
                : l.gain() == 1
                        ? CoreTexts.say("core.plan.planFields.offsetN", "n", n(l.offset()))
                        : CoreTexts.say("core.plan.planFields.gainOffset", "n", n(l.gain()), "n2", n(l.offset()));
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
