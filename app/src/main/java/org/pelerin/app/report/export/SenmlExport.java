package org.pelerin.app.report.export;

import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import java.util.Map;
import org.pelerin.app.report.dossier.Dossier;
import org.pelerin.core.series.Series;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.SignificantDigits;
import org.pelerin.core.unit.Unit;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.ObjectWriteContext;
import tools.jackson.core.json.JsonFactory;

/**
 * A table of a mission as a sensor measurement list (SenML, RFC 8428): a record a value, the base name in the first, times relative to its base
 * time. Units are those of the registry of RFC 8428 and RFC 8798; what is recorded in another unit of the same quantity is converted, and what has
 * none there bears no unit. A missing sample has no record.
 */
final class SenmlExport {

    private static final JsonFactory JSON = new JsonFactory();

    /** Our symbols of registered units. */
    private static final Map<String, String> REGISTERED = Map.ofEntries(
            Map.entry("°C", "Cel"),
            Map.entry("K", "K"),
            Map.entry("%RH", "%RH"),
            Map.entry("hPa", "hPa"),
            Map.entry("Pa", "Pa"),
            Map.entry("m", "m"),
            Map.entry("cm", "cm"),
            Map.entry("mm", "mm"),
            Map.entry("km", "km"),
            Map.entry("V", "V"),
            Map.entry("mV", "mV"),
            Map.entry("A", "A"),
            Map.entry("mA", "mA"),
            Map.entry("Hz", "Hz"),
            Map.entry("MHz", "MHz"),
            Map.entry("Ω", "Ohm"),
            Map.entry("dB", "dB"),
            Map.entry("W", "W"),
            Map.entry("kW", "kW"),
            Map.entry("var", "var"),
            Map.entry("kvar", "kvar"),
            Map.entry("VA", "VA"),
            Map.entry("kVA", "kVA"),
            Map.entry("m³", "m3"),
            Map.entry("l", "l"),
            Map.entry("m³/s", "m3/s"),
            Map.entry("l/s", "l/s"),
            Map.entry("m/s", "m/s"),
            Map.entry("km/h", "km/h"),
            Map.entry("°", "deg"),
            Map.entry("lx", "lx"),
            Map.entry("%", "%"));

    private SenmlExport() {}

    /** How a series is told: converted, and the name of its unit; null where the registry has none. */
    private record Told(Conversion to, String unit) {

        static Told of(Unit recorded) {
            for (Unit choice : recorded.choices()) {
                String registered = REGISTERED.get(choice.symbol());
                if (registered != null) {
                    return new Told(recorded.shownIn(choice), registered);
                }
            }
            return new Told(recorded.shownIn(recorded), null);
        }
    }

    static void write(Dossier d, int table, OutputStream out) throws IOException {
        List<Series> series = d.tables().get(table);
        List<Told> told = series.stream().map(s -> Told.of(s.unit())).toList();
        long base = series.get(0).axis().millisAt(0);
        try (JsonGenerator json = JSON.createGenerator(ObjectWriteContext.empty(), out)) {
            json.writeStartArray();
            json.writeStartObject();
            json.writeStringProperty(
                    "bn",
                    "urn:dev:ops:pelerin-" + name(d.mission().serial()) + "_mission-"
                            + d.mission().id() + ":");
            json.writeNumberProperty("bt", base / 1000.0);
            json.writeEndObject();
            SampleRows.forEach(series, (index, millis, values) -> {
                for (int c = 0; c < values.length; c++) {
                    if (!Double.isNaN(values[c])) {
                        json.writeStartObject();
                        json.writeStringProperty("n", name(series.get(c).label()));
                        if (told.get(c).unit != null) {
                            json.writeStringProperty("u", told.get(c).unit);
                        }
                        json.writeNumberProperty("t", (millis - base) / 1000.0);
                        json.writeNumberProperty(
                                "v", SignificantDigits.rounded(told.get(c).to.value(values[c])));
                        json.writeEndObject();
                    }
                }
            });
            json.writeEndArray();
        }
    }

    /** Names consist of letters, digits and {@code - : . / _}, and begin with a letter or digit (section 4.5.1). */
    private static String name(String text) {
        String plain = java.text.Normalizer.normalize(text, java.text.Normalizer.Form.NFD)
                .replaceAll("\\p{M}+", "")
                .replaceAll("[^A-Za-z0-9:./_-]+", "_");
        return plain.matches("[A-Za-z0-9].*") ? plain : "x" + plain;
    }
}
