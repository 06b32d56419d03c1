package org.pelerin.app.loggers.library;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import java.util.stream.Collectors;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Form;
import org.pelerin.core.model.Input;
import org.pelerin.core.sensor.Expression;
import org.pelerin.core.sensor.ExpressionException;
import org.pelerin.core.sensor.Scaling;
import org.pelerin.core.sensor.Sensor;
import org.pelerin.core.sensor.Supply;
import org.pelerin.core.sensor.ThermocoupleType;

/** A sensor definition as it is typed. */
public class SensorForm implements Form {

    public String name = "";
    public String input = "CURRENT";
    public String scaling = "twoPoint";
    public String unit = "%";
    public String low = "0";
    public String high = "100";
    public String decimals = "1";
    public String raw1 = "4";
    public String value1 = "0";
    public String raw2 = "20";
    public String value2 = "100";
    public String slope = "1";
    public String offset = "0";
    public String coefficients = "0; 1";
    public String table = "";
    public String outside = "FAULT";
    public String formula = "x";
    public String type = "K";
    public String r0 = "100";
    public String r25 = "10000";
    public String beta = "3950";
    public String a = "";
    public String b = "";
    public String c = "";
    public String wires = "4";
    public String leadOhms = "0";
    public String shuntOhms = "0";
    public boolean supplied;
    public String volts = "12";
    public String milliamps = "20";
    public String warmUp = "200";
    public boolean continuous;
    public String rawLow = "";
    public String rawHigh = "";
    public String raw = "";
    /** Mark of what was stored under {@link #seenName} when this form was opened. */
    public String seen = "";

    public String seenName = "";

    static SensorForm of(Sensor s) {
        SensorForm f = new SensorForm();
        f.name = s.name();
        f.input = s.input().name();
        f.unit = s.unit();
        f.low = FieldReader.plain(s.low());
        f.high = FieldReader.plain(s.high());
        f.decimals = String.valueOf(s.decimals());
        f.wires = String.valueOf(s.wires());
        f.leadOhms = FieldReader.plain(s.leadOhms());
        f.shuntOhms = FieldReader.plain(s.shuntOhms());
        f.scale(s.scaling());
        if (s.supply() != null) {
            f.supplied = true;
            f.volts = FieldReader.plain(s.supply().volts());
            f.milliamps = FieldReader.plain(s.supply().milliamps());
            f.warmUp = String.valueOf(s.supply().warmUp().toMillis());
            f.continuous = s.supply().continuous();
        }
        return f;
    }

    private void scale(Scaling s) {
        scaling = "none";
        if (s instanceof Scaling.TwoPoint p) {
            scaling = "twoPoint";
            raw1 = FieldReader.plain(p.raw1());
            value1 = FieldReader.plain(p.value1());
            raw2 = FieldReader.plain(p.raw2());
            value2 = FieldReader.plain(p.value2());
        } else if (s instanceof Scaling.SlopeOffset l) {
            scaling = "slopeOffset";
            slope = FieldReader.plain(l.slope());
            offset = FieldReader.plain(l.offset());
        } else if (s instanceof Scaling.Polynomial p) {
            scaling = "polynomial";
            coefficients = String.join(
                    "; ", p.coefficients().stream().map(FieldReader::plain).toList());
        } else if (s instanceof Scaling.Table t) {
            scaling = "table";
            outside = t.outside().name();
            table = String.join(
                    "\n",
                    t.points().stream()
                            .map(p -> FieldReader.plain(p.raw()) + "  " + FieldReader.plain(p.value()))
                            .toList());
        } else if (s instanceof Scaling.Formula f) {
            scaling = "formula";
            formula = f.text();
        } else if (s instanceof Scaling.Thermocouple t) {
            scaling = "thermocouple";
            type = t.type().name();
        } else if (s instanceof Scaling.Platinum p) {
            scaling = "platinum";
            r0 = FieldReader.plain(p.r0());
        } else if (s instanceof Scaling.NtcBeta n) {
            scaling = "ntcBeta";
            r25 = FieldReader.plain(n.r25());
            beta = FieldReader.plain(n.beta());
        } else if (s instanceof Scaling.SteinhartHart h) {
            scaling = "steinhartHart";
            a = FieldReader.plain(h.a());
            b = FieldReader.plain(h.b());
            c = FieldReader.plain(h.c());
        }
    }

    Input kind() {
        try {
            return Input.valueOf(input);
        } catch (IllegalArgumentException e) {
            return Input.CURRENT;
        }
    }

    /** The signals for which a scaling makes sense, with blanks between. */
    public String inputsOf(String key) {
        return Arrays.stream(Input.values())
                .filter(i -> scalings(i).contains(key))
                .map(Input::name)
                .collect(Collectors.joining(" "));
    }

    /** The scalings that make sense for the input, by key. */
    public List<String> scalings() {
        return scalings(kind());
    }

    private static List<String> scalings(Input input) {
        return switch (input) {
            case THERMOCOUPLE -> List.of("thermocouple");
            case RESISTANCE ->
                List.of("platinum", "ntcBeta", "steinhartHart", "twoPoint", "polynomial", "table", "formula", "none");
            case CONTACT -> List.of("none");
            case PULSES, FREQUENCY -> List.of("slopeOffset", "twoPoint", "table", "formula", "none");
            default -> List.of("twoPoint", "slopeOffset", "polynomial", "table", "formula", "none");
        };
    }

    /** The definition; null if something is wrong, which is then said. */
    Sensor parse(FieldReader typed) {
        if (name.isBlank() || Length.SENSOR_NAME.exceeded(name)) {
            typed.wrong(
                    "name", Texts.of("loggers.library.sensorForm.enterANameOfUp", "most", Length.SENSOR_NAME.most()));
        }
        typed.text("unit", unit, Length.CHANNEL_UNIT);
        if (!scalings().contains(scaling)) {
            scaling = scalings().get(0);
        }
        Scaling scale = scaling(typed);
        double least = typed.needed("low", low, 0);
        double most = typed.needed("high", high, 1);
        if (least >= most) {
            typed.wrong("high", Texts.of("loggers.library.sensorForm.theUpperEndOfThe"));
        }
        Integer places = typed.whole("decimals", decimals, 0, 6);
        boolean resistance = kind() == Input.RESISTANCE;
        Integer lines = resistance ? typed.whole("wires", wires, 2, 4) : Integer.valueOf(0);
        double leads = resistance ? typed.needed("leadOhms", leadOhms, 0) : 0;
        double shunt = kind() == Input.VOLTAGE ? typed.needed("shuntOhms", shuntOhms, 0) : 0;
        Supply supply = supplied ? supply(typed) : null;
        if (!typed.errors().isEmpty() || scale == null || places == null || lines == null) {
            return null;
        }
        try {
            return new Sensor(
                    name.strip(), kind(), scale, unit.strip(), least, most, places, lines, leads, shunt, supply);
        } catch (IllegalArgumentException e) {
            typed.wrong("name", e.getMessage());
            return null;
        }
    }

    private Supply supply(FieldReader typed) {
        double v = typed.needed("volts", volts, 0);
        double current = typed.needed("milliamps", milliamps, 0);
        Integer before = typed.whole("warmUp", warmUp, 0, 600_000);
        try {
            String title = Texts.of(
                    "loggers.library.sensorForm.plainVForName", "plain", FieldReader.plain(v), "name", name.strip());
            return new Supply(title, v, current, Duration.ofMillis(before == null ? 0 : before), continuous);
        } catch (IllegalArgumentException e) {
            typed.wrong("milliamps", e.getMessage());
            return null;
        }
    }

    /** The scaling alone, for the preview; null if something is wrong with it. */
    Scaling scaling(FieldReader typed) {
        int before = typed.errors().size();
        try {
            Scaling out = switch (scaling) {
                case "twoPoint" ->
                    new Scaling.TwoPoint(
                            typed.needed("raw1", raw1, 0),
                            typed.needed("value1", value1, 0),
                            typed.needed("raw2", raw2, 1),
                            typed.needed("value2", value2, 1));
                case "slopeOffset" ->
                    new Scaling.SlopeOffset(typed.needed("slope", slope, 1), typed.needed("offset", offset, 0));
                case "polynomial" -> new Scaling.Polynomial(numbers(typed, "coefficients", coefficients.split(";")));
                case "table" -> new Scaling.Table(points(typed), Scaling.Outside.valueOf(outside));
                case "formula" -> formula(typed);
                case "thermocouple" -> new Scaling.Thermocouple(ThermocoupleType.valueOf(type));
                case "platinum" -> new Scaling.Platinum(typed.needed("r0", r0, 100));
                case "ntcBeta" -> new Scaling.NtcBeta(typed.needed("r25", r25, 1), typed.needed("beta", beta, 1));
                case "steinhartHart" ->
                    new Scaling.SteinhartHart(
                            typed.needed("a", a, 0), typed.needed("b", b, 0), typed.needed("c", c, 0));
                default -> new Scaling.None();
            };
            return typed.errors().size() > before ? null : out;
        } catch (ExpressionException e) {
            typed.wrong(
                    "formula",
                    Texts.of(
                            "loggers.library.sensorForm.atCharacter",
                            "position",
                            (e.position() + 1),
                            "reason",
                            e.getMessage()));
        } catch (IllegalArgumentException e) {
            typed.wrong(
                    switch (scaling) {
                        case "twoPoint" -> "raw2";
                        case "polynomial" -> "coefficients";
                        case "table" -> "table";
                        case "platinum" -> "r0";
                        case "ntcBeta" -> "beta";
                        default -> "scaling";
                    },
                    e.getMessage());
        }
        return null;
    }

    /** A formula must have a value over the range that was typed, and somewhere over the usual one where none was. */
    private Scaling formula(FieldReader typed) {
        String text = Expression.withPoints(formula.strip());
        Expression expression = Expression.parse(text, List.of());
        Double from = typed.number("rawLow", rawLow);
        Double to = typed.number("rawHigh", rawHigh);
        if (from != null && to != null && from < to) {
            OptionalDouble hole = expression.undefinedIn(from, to);
            if (hole.isPresent()) {
                typed.wrong(
                        "formula",
                        Texts.of(
                                "loggers.library.sensorForm.noValueAtXDivision",
                                "plain",
                                FieldReader.plain(hole.getAsDouble()),
                                "rawLow",
                                rawLow,
                                "rawHigh",
                                rawHigh));
            }
        } else {
            double[] usual = ScalingPreview.usual(this);
            if (!expression.definedIn(usual[0], usual[1])) {
                typed.wrong(
                        "formula",
                        Texts.of(
                                "loggers.library.sensorForm.noValueAnywhereFromX",
                                "plain",
                                FieldReader.plain(usual[0]),
                                "plain2",
                                FieldReader.plain(usual[1])));
            }
        }
        return new Scaling.Formula(text);
    }

    private static List<Double> numbers(FieldReader typed, String field, String[] parts) {
        List<Double> out = new ArrayList<>();
        for (String part : parts) {
            out.add(typed.needed(field, part, 0));
        }
        return out;
    }

    private List<Scaling.Point> points(FieldReader typed) {
        List<Scaling.Point> out = new ArrayList<>();
        String[] lines = table.strip().split("\\R");
        for (int i = 0; i < lines.length; i++) {
            String[] cells = lines[i].strip().split("[\\t;]\\s*|\\s+");
            if (cells.length != 2) {
                typed.wrong("table", Texts.of("loggers.library.sensorForm.rowNeedsTwoNumbersA", "i", (i + 1)));
                continue;
            }
            out.add(new Scaling.Point(typed.needed("table", cells[0], i), typed.needed("table", cells[1], 0)));
        }
        return out;
    }
}
