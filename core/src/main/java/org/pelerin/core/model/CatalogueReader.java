package org.pelerin.core.model;

import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.pelerin.core.series.Resolution;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * Reads a model catalogue, a JSON document of version {@value #VERSION}; its schema is {@code
 * docs/formats/catalogue.schema.json}. What is absent has the value that is said there.
 */
public final class CatalogueReader {

    private static final int VERSION = 1;
    private static final JsonMapper JSON = JsonMapper.builder()
            .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
            .build();

    private record Document(int version, Map<String, OptionEntry> options, List<Entry> models) {}

    private record OptionEntry(
            String label,
            String group,
            List<ChoiceEntry> choices,
            String unit,
            double low,
            double high,
            String preset) {}

    private record ChoiceEntry(
            String value,
            String label,
            double load,
            double chargePerSample,
            boolean outside,
            double noise,
            int millis,
            String firmware) {}

    private record Entry(
            String id,
            String name,
            String about,
            List<ChannelEntry> channels,
            IntervalEntry interval,
            MemoryEntry memory,
            int nameLength,
            List<StartKind> starts,
            List<StopKind> stops,
            int alarmLevels,
            boolean scans,
            Power power,
            List<String> options,
            FirmwareEntry firmware,
            double ratedDepth,
            boolean network) {}

    private record ChannelEntry(
            int repeat,
            String quantity,
            String label,
            String sensor,
            List<InputEntry> inputs,
            List<String> terminals,
            boolean added,
            double chargePerSample) {}

    private record InputEntry(
            Input kind, String unit, double low, double high, String step, double accuracy, Double noise) {}

    private record IntervalEntry(Duration shortest, Duration longest, Duration step, Duration advised) {}

    private record MemoryEntry(long slots, int slotValues, int changes, int disturbances) {}

    private record FirmwareEntry(String oldest, String newest, Map<String, String> needs) {}

    private CatalogueReader() {}

    /** @throws IllegalArgumentException that says which entry is wrong */
    public static List<LoggerModel> read(byte[] document) {
        Document d;
        try {
            d = JSON.readValue(document, Document.class);
        } catch (JacksonException e) {
            throw new IllegalArgumentException(
                    "The model catalogue cannot be read at " + e.getPathReference() + ": " + e.getOriginalMessage(), e);
        }
        if (d.version != VERSION) {
            throw new IllegalArgumentException("Model catalogues of version " + d.version + " are not known");
        }
        List<LoggerModel> out = new ArrayList<>();
        Set<String> ids = new HashSet<>();
        for (Entry entry : d.models) {
            try {
                if (!ids.add(entry.id)) {
                    throw new IllegalArgumentException("it is there twice");
                }
                out.add(model(entry, d.options));
            } catch (IllegalArgumentException | NullPointerException e) {
                throw new IllegalArgumentException("Model “" + entry.id + "” of the catalogue: " + e.getMessage(), e);
            }
        }
        return List.copyOf(out);
    }

    /** The document without the other models, and without options that this one has not. */
    static String only(byte[] document, String id) {
        JsonNode all = JSON.readTree(document);
        JsonNode model = all.get("models")
                .valueStream()
                .filter(m -> m.get("id").asString().equals(id))
                .findFirst()
                .orElseThrow();
        ObjectNode out = JSON.createObjectNode();
        out.set("version", all.get("version"));
        ObjectNode options = out.putObject("options");
        model.path("options")
                .valueStream()
                .map(JsonNode::asString)
                .forEach(o -> options.set(o, all.get("options").get(o)));
        out.putArray("models").add(model);
        return JSON.writerWithDefaultPrettyPrinter().writeValueAsString(out);
    }

    private static LoggerModel model(Entry e, Map<String, OptionEntry> options) {
        return new LoggerModel(
                e.id,
                e.name,
                e.about,
                channels(e.channels),
                new Intervals(
                        e.interval.shortest,
                        e.interval.longest,
                        e.interval.step,
                        e.interval.advised == null ? e.interval.shortest : e.interval.advised),
                new Memory(e.memory.slots, Math.max(1, e.memory.slotValues), e.memory.changes, e.memory.disturbances),
                e.nameLength,
                Set.copyOf(e.starts),
                Set.copyOf(e.stops),
                e.alarmLevels,
                e.scans,
                e.power,
                orEmpty(e.options).stream().map(key -> option(key, options)).toList(),
                firmware(e.firmware),
                e.ratedDepth,
                e.network);
    }

    private static List<ChannelModel> channels(List<ChannelEntry> entries) {
        List<ChannelModel> out = new ArrayList<>();
        for (ChannelEntry e : entries) {
            for (int i = 0; i < Math.max(1, e.repeat); i++) {
                String n = String.valueOf(out.size() + 1);
                out.add(new ChannelModel(
                        e.quantity,
                        e.label.replace("{n}", n),
                        e.sensor,
                        e.inputs.stream().map(CatalogueReader::input).toList(),
                        orEmpty(e.terminals).stream()
                                .map(t -> t.replace("{n}", n))
                                .toList(),
                        e.added,
                        e.chargePerSample));
            }
        }
        return out;
    }

    private static InputModel input(InputEntry e) {
        String[] step = e.step.split("/", -1);
        if (step.length != 2 || e.low >= e.high) {
            throw new IllegalArgumentException(
                    "an input has the step “" + e.step + "” from " + e.low + " to " + e.high);
        }
        Resolution resolution = Resolution.of(Integer.parseInt(step[0]), Integer.parseInt(step[1]));
        double noise = e.noise == null ? resolution.value(1) - resolution.value(0) : e.noise;
        return new InputModel(e.kind, e.unit, e.low, e.high, resolution, e.accuracy, noise);
    }

    private static OptionModel option(String key, Map<String, OptionEntry> options) {
        OptionEntry e = options.get(key);
        if (e == null) {
            throw new IllegalArgumentException("there is no option “" + key + "”");
        }
        List<OptionModel.Choice> choices = orEmpty(e.choices).stream()
                .map(c -> new OptionModel.Choice(
                        c.value,
                        c.label,
                        c.load,
                        c.chargePerSample,
                        c.outside,
                        c.noise == 0 ? 1 : c.noise,
                        c.millis,
                        c.firmware == null ? null : Firmware.parse(c.firmware)))
                .toList();
        OptionModel option =
                new OptionModel(key, e.label, e.group, choices, e.unit == null ? "" : e.unit, e.low, e.high, e.preset);
        if (!option.allows(option.preset())) {
            throw new IllegalArgumentException("the option “" + key + "” does not allow its own preset");
        }
        return option;
    }

    private static FirmwareModel firmware(FirmwareEntry e) {
        Map<String, Firmware> needs = new java.util.HashMap<>();
        (e.needs == null ? Map.<String, String>of() : e.needs)
                .forEach((feature, version) -> needs.put(feature, Firmware.parse(version)));
        return new FirmwareModel(Firmware.parse(e.oldest), Firmware.parse(e.newest), needs);
    }

    private static <T> List<T> orEmpty(List<T> list) {
        return list == null ? List.of() : list;
    }
}
