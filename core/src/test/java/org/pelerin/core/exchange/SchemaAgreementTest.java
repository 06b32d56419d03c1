package org.pelerin.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.pelerin.core.plan.Plan;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Schemas and program take and refuse the same documents: good ones in which each part in turn is taken out, put there twice, or made something
 * else. What JSON Schema cannot say is listed here, in the words in which the program says it.
 */
class SchemaAgreementTest {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    /** What stands in the place of a part. */
    private static final List<String> OTHERS = List.of(
            "null",
            "true",
            "-1",
            "0",
            "2",
            "2.0",
            "1.5",
            "101",
            "1e10",
            "\"\"",
            "\" \"",
            "\"x\"",
            "\"PT1H\"",
            "\"P1DT12H\"",
            "\"pt1h\"",
            "\"-PT1H\"",
            "\"+PT1H\"",
            "\"PT-1H\"",
            "\"PT0S\"",
            "\"P1Y\"",
            "\"P\"",
            "\"PT\"",
            "\"P1W\"",
            "\"PT1.5H\"",
            "\"PT1.5S\"",
            "\"PT0.0001S\"",
            "\"2026-03-03T22:00:00Z\"",
            "\"2026-03-03T22:00:00+01:00\"",
            "\"2026-03-03T22:00\"",
            "\"2026-02-30T22:00:00Z\"",
            "\"24:00\"",
            "\"06:00\"",
            "\"6:00\"",
            "\"MON\"",
            "\"mon\"",
            "\"Mars/Olympus\"",
            "\"clock\"",
            "\"CLOCK\"",
            "[]",
            "{}");

    private static final String LIMITS = """
            {"name": "All", "rules": [
              {"id": "v", "channel": "Air", "bound": {"above": 14.0, "below": 2}, "delay": "PT1H", "clearance": 0.2, "bridge": "PT2H",
               "severity": "major", "unit": "°C", "latched": true},
              {"id": "s", "channel": "Air", "bound": {"below": 10}, "samples": 3},
              {"id": "a", "channel": "Air", "bound": {"nominal": 230, "plusPercent": 10, "minusPercent": 5}, "allowance": "PT8H"},
              {"id": "m", "channel": "Air", "bound": {"above": 1}, "basis": {"movingMean": 4}},
              {"id": "b", "channel": "Air", "bound": {"above": 1}, "basis": {"blockMean": "PT3H", "anchor": "clock", "zone": "Europe/Paris", "coverage": 80}},
              {"id": "t", "channel": "Air", "bound": {"above": 1}, "basis": {"total": "P1D", "per": "PT1M", "anchor": "start"}},
              {"id": "r", "channel": "Air", "bound": {"above": 1}, "basis": {"rate": "PT1H"}},
              {"id": "d", "channel": "Air", "bound": {"above": 100}, "basis": {"dose": {"criterion": 85, "exchange": 3, "threshold": 80},
                "from": "06:00", "to": "14:00", "days": ["MON", "TUE"], "zone": "Europe/Paris", "coverage": 75}},
              {"id": "g", "channel": "Air", "gap": {"longest": "PT2H", "coverage": 95}, "severity": "minor"}]}""";

    private static final String DERIVED = """
            {"derived": [
              {"name": "A", "unit": "K", "movingMean": {"channel": "Air", "samples": 3}},
              {"name": "B", "blockMean": {"channel": "Air", "window": "PT1H", "anchor": "clock", "zone": "Europe/Paris", "coverage": 75}},
              {"name": "C", "blockMin": {"channel": "Air", "window": "PT1H", "anchor": "start"}},
              {"name": "D", "total": {"channel": "Air", "per": "PT1M"}},
              {"name": "E", "total": {"channel": "Air", "per": "PT1M", "window": "PT1H", "coverage": 90}},
              {"name": "F", "rate": {"channel": "Air", "per": "PT1H"}},
              {"name": "G", "difference": {"channel": "Air", "minus": "Core"}},
              {"name": "H", "formula": {"text": "x*2", "channels": ["Air"]}},
              {"name": "I", "dewPoint": {"temperature": "Air", "humidity": "RH"}},
              {"name": "J", "level": {"pressure": "P", "barometer": "Q", "density": 1000, "gravity": 9.8, "uncovered": "empty",
                "reference": {"at": "2026-03-03T22:00:00Z", "depth": 2.5}}},
              {"name": "K", "level": {"pressure": "P", "barometer": "Q", "temperature": "T", "uncovered": "hold"}},
              {"name": "L", "rollingMkt": {"channel": "Air", "window": "P1D", "enthalpy": 83.144}},
              {"name": "M", "dose": {"channel": "N", "criterion": 85, "exchange": 3, "threshold": 80, "from": "06:00", "to": "14:00",
                "days": ["MON"], "zone": "Europe/Paris"}},
              {"name": "N", "unbalance": {"channels": ["L1", "L2", "L3"]}}]}""";

    /** What only the program can tell: it compares two parts, or knows a list that is no part of the format. */
    private static final List<String> BEYOND_SCHEMAS = List.of(
            "two rules are called ",
            "the bound below, .*, lies above",
            "is no time zone, such as ",
            "a window on the clock divides a day or is whole days",
            "a shift does not end at the time of day at which it begins",
            "The raw values of a table must rise",
            "range( of .*)? is empty",
            "The two raw values are the same",
            "The band's lower end is not below its upper end",
            "A full interval of the clock divides a day",
            "is no ISO 8601 instant with an offset",
            "this is not an instant such as");

    private static JsonSchema schema(String name) throws IOException {
        return JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
                .getSchema(Files.readString(Path.of("..", "docs", "formats", name)));
    }

    private static boolean fits(JsonSchema schema, String document) {
        return schema.validate(document, InputFormat.JSON).isEmpty();
    }

    /** Each with what was done to it. */
    private static Map<String, String> variants(String document) {
        Map<String, String> out = new LinkedHashMap<>();
        JsonNode root = JSON.readTree(document);
        List<String> places = new ArrayList<>();
        places(root, "", places);
        for (String place : places) {
            String parent = place.substring(0, place.lastIndexOf('/'));
            String name = place.substring(place.lastIndexOf('/') + 1);
            for (String other : OTHERS) {
                vary(document, parent, n -> put(n, name, JSON.readTree(other)), place + " = " + other, out);
            }
            vary(document, parent, n -> remove(n, name), place + " taken out", out);
            vary(document, parent, n -> twice(n, name), place + " twice", out);
            vary(document, place, SchemaAgreementTest::unknown, place + " with something unknown", out);
        }
        return out;
    }

    private static void vary(
            String document, String place, Consumer<JsonNode> change, String what, Map<String, String> out) {
        JsonNode copy = JSON.readTree(document);
        change.accept(place.isEmpty() ? copy : copy.at(place));
        out.put(what, copy.toString());
    }

    private static void places(JsonNode n, String at, List<String> out) {
        if (n instanceof ObjectNode o) {
            o.propertyNames().forEach(name -> {
                out.add(at + "/" + name);
                places(o.get(name), at + "/" + name, out);
            });
        } else if (n instanceof ArrayNode a) {
            for (int i = 0; i < a.size(); i++) {
                out.add(at + "/" + i);
                places(a.get(i), at + "/" + i, out);
            }
        }
    }

    private static void put(JsonNode in, String name, JsonNode value) {
        if (in instanceof ObjectNode o) {
            o.set(name, value);
        } else {
            ((ArrayNode) in).set(Integer.parseInt(name), value);
        }
    }

    private static void remove(JsonNode in, String name) {
        if (in instanceof ObjectNode o) {
            o.remove(name);
        } else {
            ((ArrayNode) in).remove(Integer.parseInt(name));
        }
    }

    private static void twice(JsonNode in, String name) {
        if (in instanceof ArrayNode a) {
            a.add(a.get(Integer.parseInt(name)).deepCopy());
        }
    }

    private static void unknown(JsonNode in) {
        if (in instanceof ObjectNode o) {
            o.put("unknown", 1);
        }
    }

    private static List<String> differences(String schema, String document, Consumer<String> program)
            throws IOException {
        JsonSchema s = schema(schema);
        Pattern beyond = Pattern.compile(String.join("|", BEYOND_SCHEMAS));
        List<String> differences = new ArrayList<>();
        Map<String, String> variants = variants(document);
        variants.forEach((what, text) -> {
            boolean fits = fits(s, text);
            String refused = refused(program, text);
            if (fits && refused != null && !beyond.matcher(refused).find()) {
                differences.add(what + ": only the schema takes it; " + refused);
            }
            if (!fits && refused == null) {
                differences.add(what + ": only the program takes it");
            }
        });
        assertThat(fits(s, document)).isTrue();
        assertThat(refused(program, document)).isNull();
        return differences;
    }

    private static String refused(Consumer<String> program, String text) {
        try {
            program.accept(text);
            return null;
        } catch (DocumentException e) {
            return e.getMessage();
        }
    }

    @Test
    void of_limits() throws IOException {
        assertThat(differences("limits.schema.json", LIMITS, LimitsDocument::read))
                .isEmpty();
    }

    @Test
    void of_derived_series() throws IOException {
        assertThat(differences("derived.schema.json", DERIVED, DerivedDocument::read))
                .isEmpty();
    }

    @Test
    void of_plans() throws IOException {
        // each kind of scaling once, and with them each kind of start, stop and alarm
        Map<Class<?>, Plan> plans = new LinkedHashMap<>();
        SchemaTest.plans()
                .forEach(p ->
                        plans.putIfAbsent(p.channels().get(0).sensor().scaling().getClass(), p));
        Set<String> all = new TreeSet<>();
        for (Plan plan : plans.values()) {
            all.addAll(differences("plan.schema.json", PlanDocument.file("Feed", plan), PlanDocument::read));
        }
        assertThat(all).isEmpty();
    }
}
