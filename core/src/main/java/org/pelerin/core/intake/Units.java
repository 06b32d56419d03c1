package org.pelerin.core.intake;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.pelerin.core.text.Bracketed;
import org.pelerin.core.text.CleanText;

/** What a column's heading says of its unit. */
public final class Units {

    /** More in brackets is a remark. */
    private static final int LONGEST_BRACKETED = 12;

    private static final Pattern DEGREES = Pattern.compile("^(.*\\S)[\\s,_/]+(°\\s?[CF]|%\\s?RH|%rF|%)$");

    private static final Map<String, String> SYMBOLS = Map.ofEntries(
            Map.entry("c", "°C"),
            Map.entry("°c", "°C"),
            Map.entry("degc", "°C"),
            Map.entry("celsius", "°C"),
            Map.entry("℃", "°C"),
            Map.entry("f", "°F"),
            Map.entry("°f", "°F"),
            Map.entry("degf", "°F"),
            Map.entry("k", "K"),
            Map.entry("%", "%"),
            Map.entry("%rh", "%RH"),
            Map.entry("rh%", "%RH"),
            Map.entry("%r.h.", "%RH"),
            Map.entry("%rf", "%RH"),
            Map.entry("rh", "%RH"),
            Map.entry("percent", "%"),
            Map.entry("mbar", "mbar"),
            Map.entry("hpa", "hPa"),
            Map.entry("kpa", "kPa"),
            Map.entry("pa", "Pa"),
            Map.entry("bar", "bar"),
            Map.entry("psi", "psi"),
            Map.entry("m", "m"),
            Map.entry("cm", "cm"),
            Map.entry("mm", "mm"),
            Map.entry("m/s", "m/s"),
            Map.entry("km/h", "km/h"),
            Map.entry("v", "V"),
            Map.entry("mv", "mV"),
            Map.entry("a", "A"),
            Map.entry("ma", "mA"),
            Map.entry("hz", "Hz"),
            Map.entry("ohm", "Ω"),
            Map.entry("ω", "Ω"),
            Map.entry("db", "dB"),
            Map.entry("dba", "dB(A)"),
            Map.entry("db(a)", "dB(A)"),
            Map.entry("dbc", "dB(C)"),
            Map.entry("db(c)", "dB(C)"),
            Map.entry("dbz", "dB(Z)"),
            Map.entry("db(z)", "dB(Z)"),
            Map.entry("ppm", "ppm"),
            Map.entry("lx", "lx"),
            Map.entry("lux", "lx"),
            Map.entry("l/min", "l/min"),
            Map.entry("l/s", "l/s"),
            Map.entry("m3/h", "m³/h"),
            Map.entry("m³/h", "m³/h"),
            Map.entry("kw", "kW"),
            Map.entry("kwh", "kWh"),
            Map.entry("w", "W"));

    /** Words in a name that leave hardly any choice. */
    private static final List<Map.Entry<String, String>> HINTS = List.of(
            Map.entry("temp", "°C"),
            Map.entry("dew", "°C"),
            Map.entry("humid", "%RH"),
            Map.entry("feucht", "%RH"),
            Map.entry("rh", "%RH"));

    private Units() {}

    /**
     * A heading taken apart.
     *
     * @param unit empty where nothing tells
     * @param said whether the heading or the line of units says it; false where it is only likely from the name
     */
    public record Heading(String name, String unit, boolean said) {}

    /** @param below what the line of units says; empty where there is none */
    public static Heading of(String heading, String below) {
        String text = CleanText.line(heading).strip();
        if (!below.isBlank()) {
            return new Heading(text, symbol(below), true);
        }
        Bracketed bracketed = Bracketed.of(text, "()[]{}");
        if (!bracketed.before().equals(text) && bracketed.inside().length() <= LONGEST_BRACKETED) {
            return new Heading(bracketed.before(), symbol(bracketed.inside()), true);
        }
        Matcher m = DEGREES.matcher(text);
        if (m.matches()) {
            return new Heading(m.group(1).strip(), symbol(m.group(2)), true);
        }
        String lower = text.toLowerCase(Locale.ROOT);
        return HINTS.stream()
                .filter(h -> h.getKey().length() > 2
                        ? lower.contains(h.getKey())
                        : lower.matches(".*\\b" + h.getKey() + "\\b.*"))
                .findFirst()
                .map(h -> new Heading(text, h.getValue(), false))
                .orElse(new Heading(text, "", false));
    }

    /** As it is written here; unknown ones stay as they are. */
    public static String symbol(String written) {
        String text = written.strip();
        if (text.startsWith("[") && text.endsWith("]") || text.startsWith("(") && text.endsWith(")")) {
            text = text.substring(1, text.length() - 1).strip();
        }
        String key = text.toLowerCase(Locale.ROOT).replace("deg.", "deg").replaceAll("[\\s\\u00a0]", "");
        return SYMBOLS.getOrDefault(key, text);
    }

    /** Whether a text is a unit that is known here. */
    static boolean known(String text) {
        return !text.isBlank()
                        && SYMBOLS.containsKey(
                                symbol(text).toLowerCase(Locale.ROOT).replace(" ", ""))
                || SYMBOLS.containsValue(symbol(text));
    }
}
