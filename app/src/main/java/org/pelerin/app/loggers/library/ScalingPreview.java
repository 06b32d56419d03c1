package org.pelerin.app.loggers.library;

import java.util.List;
import java.util.Locale;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.core.sensor.ResistanceThermometer;
import org.pelerin.core.sensor.Scaler;
import org.pelerin.core.sensor.Scaling;
import org.pelerin.core.sensor.Sensor;
import org.pelerin.core.sensor.ThermocoupleType;
import org.pelerin.core.unit.SignificantDigits;

/**
 * What a scaling makes of raw values: a curve in a box of {@value #WIDTH} by {@value #HEIGHT} and one value worked out.
 *
 * @param path of the curve, empty where it has none
 * @param result of the raw value that was typed, empty if none was
 */
public record ScalingPreview(
        String path,
        String rawUnit,
        String from,
        String to,
        String least,
        String greatest,
        String result,
        double x,
        double y) {

    public static final int WIDTH = 300;
    public static final int HEIGHT = 150;
    private static final int STEPS = 120;
    /** The terminals' temperature that the preview of a thermocouple reckons with, in °C. */
    public static final double TERMINALS = 25;

    static ScalingPreview of(SensorForm form, Scaling scaling, FieldReader typed) {
        Double low = typed.number("rawLow", form.rawLow);
        Double high = typed.number("rawHigh", form.rawHigh);
        double[] usual = usual(form);
        double from = low == null ? usual[0] : low;
        double to = high == null || high <= from ? Math.max(usual[1], from + 1) : high;
        String rawUnit = unit(form);
        if (scaling == null) {
            return new ScalingPreview("", rawUnit, FieldReader.plain(from), FieldReader.plain(to), "", "", "", -1, -1);
        }
        Scaler scaler = Scaler.of(scaling, List.of());
        Scaler.Row row = Scaler.Row.reference(TERMINALS);
        Range range = Range.of(form);
        double[] values = new double[STEPS + 1];
        double least = Double.POSITIVE_INFINITY;
        double greatest = Double.NEGATIVE_INFINITY;
        for (int i = 0; i <= STEPS; i++) {
            values[i] = range.measured(scaler.value(from + (to - from) * i / STEPS, row));
            if (!Double.isNaN(values[i])) {
                least = Math.min(least, values[i]);
                greatest = Math.max(greatest, values[i]);
            }
        }
        double span = greatest > least ? greatest - least : 1;
        Double typedRaw = typed.number("raw", form.raw);
        double scaled = typedRaw == null ? Double.NaN : SignificantDigits.rounded(scaler.value(typedRaw, row));
        double value = range.measured(scaled);
        boolean shown = typedRaw != null && typedRaw >= from && typedRaw <= to && !Double.isNaN(value);
        String result = typedRaw == null
                ? ""
                : Double.isNaN(scaled)
                        ? Texts.of("loggers.library.scalingPreview.noValueASensorFault")
                        : Double.isNaN(value)
                                ? Texts.of(
                                        "loggers.library.scalingPreview.sensorFaultIsOutside",
                                        "scaled",
                                        number(scaled),
                                        "unit",
                                        form.unit,
                                        "range",
                                        range.words())
                                : number(value) + " " + form.unit;
        return new ScalingPreview(
                path(values, least, span),
                rawUnit,
                FieldReader.plain(from),
                FieldReader.plain(to),
                Double.isInfinite(least) ? "" : number(least),
                Double.isInfinite(greatest) ? "" : number(greatest),
                result,
                shown ? WIDTH * (typedRaw - from) / (to - from) : -1,
                shown ? HEIGHT * (1 - (value - least) / span) : -1);
    }

    /** What the sensor measures, as far as that is typed; outside is a fault. */
    private record Range(Double low, Double high) {

        static Range of(SensorForm form) {
            FieldReader typed = new FieldReader();
            return new Range(typed.number("low", form.low), typed.number("high", form.high));
        }

        double measured(double v) {
            return low != null && v < low || high != null && v > high ? Double.NaN : v;
        }

        String words() {
            return (low == null ? "" : number(low)) + " … " + (high == null ? "" : number(high));
        }
    }

    private static String path(double[] values, double least, double span) {
        StringBuilder out = new StringBuilder();
        boolean pen = false;
        for (int i = 0; i <= STEPS; i++) {
            if (Double.isNaN(values[i])) {
                pen = false;
                continue;
            }
            double x = (double) WIDTH * i / STEPS;
            double y = HEIGHT * (1 - (values[i] - least) / span);
            out.append(String.format(Locale.ROOT, "%s%.1f %.1f", pen ? "L" : "M", x, y));
            pen = true;
        }
        return out.toString();
    }

    /** The raw range that is usual for an input. */
    static double[] usual(SensorForm form) {
        return switch (form.kind()) {
            case VOLTAGE -> new double[] {0, 10};
            case RESISTANCE ->
                form.scaling.equals("platinum")
                        ? new double[] {
                            ResistanceThermometer.ohms(number(form.r0, 100), -100),
                            ResistanceThermometer.ohms(number(form.r0, 100), 300)
                        }
                        : new double[] {500, 30_000};
            case THERMOCOUPLE -> {
                ThermocoupleType type = ThermocoupleType.valueOf(form.type);
                yield new double[] {
                    rounded(type.emf(type.low()) - type.emf(TERMINALS)),
                    rounded(type.emf(type.high()) - type.emf(TERMINALS))
                };
            }
            case FREQUENCY -> new double[] {0, 1000};
            case PULSES -> new double[] {0, 100};
            case CONTACT -> new double[] {0, 1};
            default -> new double[] {4, 20};
        };
    }

    private static double number(String text, double otherwise) {
        Double v = new FieldReader().number("", text);
        return v == null ? otherwise : v;
    }

    private static double rounded(double v) {
        return Math.rint(v * 1000) / 1000;
    }

    static String unit(SensorForm form) {
        return switch (form.kind()) {
            case VOLTAGE -> "V";
            case CURRENT -> "mA";
            case RESISTANCE -> "Ω";
            case THERMOCOUPLE -> "mV";
            case FREQUENCY -> "Hz";
            case PULSES -> "pulses";
            default -> "";
        };
    }

    /** Six figures that count. */
    private static String number(double v) {
        String text = String.format(Locale.ROOT, "%.6g", v);
        if (text.contains(".") && !text.contains("e")) {
            text = text.replaceAll("0+$", "").replaceAll("\\.$", "");
        }
        return text.replace('-', '−');
    }

    /** A definition's scaling in words. */
    static String words(Sensor sensor) {
        return org.pelerin.core.plan.PlanFields.scaling(sensor.scaling());
    }
}
