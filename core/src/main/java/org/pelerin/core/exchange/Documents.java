package org.pelerin.core.exchange;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.sensor.Correction;
import org.pelerin.core.sensor.Scaling;
import org.pelerin.core.text.CleanText;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.databind.DatabindException;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.MapperFeature;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.cfg.EnumFeature;
import tools.jackson.databind.deser.std.StdDeserializer;
import tools.jackson.databind.exc.InvalidTypeIdException;
import tools.jackson.databind.exc.MismatchedInputException;
import tools.jackson.databind.exc.UnrecognizedPropertyException;
import tools.jackson.databind.exc.ValueInstantiationException;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.module.SimpleModule;

/** Reads and writes trees of settings as JSON: strictly, so that nothing is guessed and nothing passed over. */
final class Documents {

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = StartCondition.Now.class, name = "now"),
        @JsonSubTypes.Type(value = StartCondition.OnButton.class, name = "button"),
        @JsonSubTypes.Type(value = StartCondition.At.class, name = "at"),
        @JsonSubTypes.Type(value = StartCondition.After.class, name = "after"),
        @JsonSubTypes.Type(value = StartCondition.OnInterval.class, name = "interval"),
        @JsonSubTypes.Type(value = StartCondition.OnThreshold.class, name = "threshold")
    })
    private interface StartKinds {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = StopCondition.MemoryFull.class, name = "memoryFull"),
        @JsonSubTypes.Type(value = StopCondition.AfterSamples.class, name = "afterSamples"),
        @JsonSubTypes.Type(value = StopCondition.AfterTime.class, name = "afterTime"),
        @JsonSubTypes.Type(value = StopCondition.At.class, name = "at"),
        @JsonSubTypes.Type(value = StopCondition.Wrap.class, name = "wrap")
    })
    private interface StopKinds {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = Lasting.Any.class, name = "any"),
        @JsonSubTypes.Type(value = Lasting.Delay.class, name = "delay"),
        @JsonSubTypes.Type(value = Lasting.Samples.class, name = "samples"),
        @JsonSubTypes.Type(value = Lasting.Allowance.class, name = "allowance")
    })
    private interface LastingKinds {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = Scaling.None.class, name = "none"),
        @JsonSubTypes.Type(value = Scaling.TwoPoint.class, name = "twoPoint"),
        @JsonSubTypes.Type(value = Scaling.SlopeOffset.class, name = "slopeOffset"),
        @JsonSubTypes.Type(value = Scaling.Polynomial.class, name = "polynomial"),
        @JsonSubTypes.Type(value = Scaling.Table.class, name = "table"),
        @JsonSubTypes.Type(value = Scaling.Formula.class, name = "formula"),
        @JsonSubTypes.Type(value = Scaling.Thermocouple.class, name = "thermocouple"),
        @JsonSubTypes.Type(value = Scaling.Platinum.class, name = "platinum"),
        @JsonSubTypes.Type(value = Scaling.NtcBeta.class, name = "ntcBeta"),
        @JsonSubTypes.Type(value = Scaling.SteinhartHart.class, name = "steinhartHart")
    })
    private interface ScalingKinds {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = Correction.Linear.class, name = "linear"),
        @JsonSubTypes.Type(value = Correction.Points.class, name = "points")
    })
    private interface CorrectionKinds {}

    /** Names in a document are read like those in a form; what is no text is none. */
    private static final class CleanStrings extends StdDeserializer<String> {

        CleanStrings() {
            super(String.class);
        }

        @Override
        public String deserialize(JsonParser in, DeserializationContext context) {
            return CleanText.line(text(in, context, String.class));
        }
    }

    private static final class Durations extends StdDeserializer<Duration> {

        Durations() {
            super(Duration.class);
        }

        @Override
        public Duration deserialize(JsonParser in, DeserializationContext context) {
            String text = text(in, context, Duration.class);
            try {
                return IsoDuration.parse(text);
            } catch (IllegalArgumentException e) {
                return (Duration) context.handleWeirdStringValue(Duration.class, text, "no duration");
            }
        }
    }

    private static final class Instants extends StdDeserializer<Instant> {

        Instants() {
            super(Instant.class);
        }

        @Override
        public Instant deserialize(JsonParser in, DeserializationContext context) {
            String text = text(in, context, Instant.class);
            try {
                if (text.matches(INSTANT)) {
                    return Instant.parse(text);
                }
            } catch (DateTimeException e) {
                // said below
            }
            return (Instant) context.handleWeirdStringValue(Instant.class, text, "no instant");
        }
    }

    /** Whole numbers, however they are written: 3.0 is 3. */
    private static final class Wholes<T extends Number> extends StdDeserializer<T> {

        private final Function<BigDecimal, T> exact;

        Wholes(Class<?> type, Function<BigDecimal, T> exact) {
            super(type);
            this.exact = exact;
        }

        @Override
        @SuppressWarnings("unchecked")
        public T deserialize(JsonParser in, DeserializationContext context) {
            if (in.currentToken() == JsonToken.VALUE_NUMBER_INT || in.currentToken() == JsonToken.VALUE_NUMBER_FLOAT) {
                try {
                    return exact.apply(in.getDecimalValue());
                } catch (ArithmeticException e) {
                    // said below
                }
            }
            return (T) context.handleUnexpectedToken(handledType(), in);
        }

        @Override
        public Object getNullValue(DeserializationContext context) {
            return handledType().isPrimitive() ? context.reportInputMismatch(handledType(), "null is no number") : null;
        }
    }

    private static String text(JsonParser in, DeserializationContext context, Class<?> type) {
        return in.currentToken() == JsonToken.VALUE_STRING
                ? in.getString()
                : String.valueOf(context.handleUnexpectedToken(type, in));
    }

    /** With seconds and in UTC; the schemas say it in the same letters. */
    static final String INSTANT =
            "^\\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\\d|3[01])T([01]\\d|2[0-3]):[0-5]\\d:[0-5]\\d(\\.\\d{1,9})?Z$";

    private static final JsonMapper JSON = JsonMapper.builder()
            .addMixIn(StartCondition.class, StartKinds.class)
            .addMixIn(StopCondition.class, StopKinds.class)
            .addMixIn(Lasting.class, LastingKinds.class)
            .addMixIn(Scaling.class, ScalingKinds.class)
            .addMixIn(Correction.class, CorrectionKinds.class)
            .addModule(new SimpleModule()
                    .addDeserializer(String.class, new CleanStrings())
                    .addDeserializer(Duration.class, new Durations())
                    .addDeserializer(Instant.class, new Instants())
                    .addDeserializer(Integer.class, new Wholes<>(Integer.class, BigDecimal::intValueExact))
                    .addDeserializer(int.class, new Wholes<>(int.class, BigDecimal::intValueExact))
                    .addDeserializer(long.class, new Wholes<>(long.class, BigDecimal::longValueExact)))
            .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .enable(DeserializationFeature.FAIL_ON_MISSING_CREATOR_PROPERTIES)
            .enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS)
            .enable(EnumFeature.FAIL_ON_NUMBERS_FOR_ENUMS)
            .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
            .disable(MapperFeature.ALLOW_COERCION_OF_SCALARS)
            .build();

    /** For what was kept by earlier versions, which knew less. */
    private static final JsonMapper KEPT = JsonMapper.builder()
            .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .disable(DeserializationFeature.FAIL_ON_MISSING_CREATOR_PROPERTIES)
            .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
            .build();

    private Documents() {}

    static <T> T readKept(String text, Class<T> type) {
        return KEPT.readValue(text, type);
    }

    static String write(Object document) {
        return JSON.writeValueAsString(document);
    }

    /** For people to read, and for comparing files line by line. */
    static String pretty(Object document) {
        return JSON.writer().with(SerializationFeature.INDENT_OUTPUT).writeValueAsString(document);
    }

    /** @throws DocumentException if it is not JSON */
    static JsonNode tree(String text) {
        try {
            return JSON.readTree(text);
        } catch (JacksonException e) {
            throw notJson(e);
        }
    }

    /** @throws DocumentException if the text is not such a document */
    static <T> T read(String text, Class<T> type) {
        try {
            return JSON.readValue(text, type);
        } catch (DatabindException e) {
            throw wrong(e, tree(text), type);
        } catch (JacksonException e) {
            throw notJson(e);
        }
    }

    /** @throws DocumentException if the tree is not such a document */
    static <T> T read(JsonNode tree, Class<T> type) {
        try {
            return JSON.treeToValue(tree, type);
        } catch (DatabindException e) {
            throw wrong(e, tree, type);
        }
    }

    private static DocumentException notJson(JacksonException e) {
        int line = e.getLocation() == null ? 0 : Math.max(0, e.getLocation().getLineNr());
        int column = e.getLocation() == null ? 0 : Math.max(0, e.getLocation().getColumnNr());
        String at = line == 0 ? "" : " at line " + line + ", column " + column;
        return new DocumentException("this is not JSON" + at + ": " + JsonFault.words(e), "", line);
    }

    private static DocumentException wrong(DatabindException e, JsonNode document, Class<?> root) {
        String place = path(e.getPath());
        int line = e.getLocation() == null ? 0 : Math.max(0, e.getLocation().getLineNr());
        String message;
        if (e instanceof UnrecognizedPropertyException u) {
            message = unknown(
                    u.getPropertyName(),
                    u.getKnownPropertyIds().stream().map(String::valueOf).toList());
        } else if (e instanceof InvalidTypeIdException t) {
            message = "there is no kind “" + t.getTypeId() + "”";
        } else if (e instanceof ValueInstantiationException v && v.getCause() != null) {
            message = v.getCause() instanceof NullPointerException
                    ? "null stands where something has to be"
                    : String.valueOf(v.getCause().getMessage());
        } else if (e instanceof MismatchedInputException m) {
            Optional<DocumentException> misspelt = misspelt(m, document, root);
            if (misspelt.isPresent()) {
                return misspelt.get();
            }
            message = mismatch(m);
        } else {
            message = firstLine(e.getOriginalMessage());
        }
        return new DocumentException(message, place, line);
    }

    /** A field that is missing because its name is not spelt right: then that is what is wrong. */
    private static Optional<DocumentException> misspelt(MismatchedInputException m, JsonNode document, Class<?> root) {
        List<JacksonException.Reference> path = m.getPath();
        if (!firstLine(m.getOriginalMessage()).startsWith("Missing") || path.isEmpty()) {
            return Optional.empty();
        }
        // the last step is the missing field itself
        List<JacksonException.Reference> around = path.subList(0, path.size() - 1);
        JsonNode node = document;
        Type type = root;
        for (JacksonException.Reference r : around) {
            node = r.getPropertyName() == null ? node.path(r.getIndex()) : node.path(r.getPropertyName());
            type = inside(type, r.getPropertyName());
        }
        if (!(type instanceof Class<?> record) || !record.isRecord()) {
            return Optional.empty();
        }
        List<String> known = Arrays.stream(record.getRecordComponents())
                .map(RecordComponent::getName)
                .toList();
        String place = path(around);
        return node.propertyNames().stream()
                .filter(n -> !known.contains(n) && !n.equals("kind"))
                .findFirst()
                .map(n -> new DocumentException(unknown(n, known), place.isEmpty() ? n : place + "." + n, 0));
    }

    /** The type of a record's field, or of a list's elements where {@code field} is null; null where that cannot be told. */
    private static Type inside(Type type, String field) {
        if (field == null) {
            return type instanceof ParameterizedType p
                    ? p.getActualTypeArguments()[0]
                    : type instanceof Class<?> c ? c.getComponentType() : null;
        }
        if (!(type instanceof Class<?> record) || !record.isRecord()) {
            return null;
        }
        return Arrays.stream(record.getRecordComponents())
                .filter(c -> c.getName().equals(field))
                .map(RecordComponent::getGenericType)
                .findFirst()
                .orElse(null);
    }

    private static String unknown(String name, List<String> known) {
        List<String> near = known.stream()
                .filter(k -> k.toLowerCase(Locale.ROOT).startsWith(beginning(name)))
                .toList();
        return "there is no field “" + name + "”; "
                + (near.size() == 1
                        ? "is “" + near.get(0) + "” meant?"
                        : "there could be "
                                + String.join(", ", known.stream().sorted().toList()));
    }

    private static String beginning(String name) {
        return name.substring(0, Math.min(4, name.length())).toLowerCase(Locale.ROOT);
    }

    private static String mismatch(MismatchedInputException m) {
        String original = firstLine(m.getOriginalMessage());
        if (original.startsWith("Missing")) {
            return "the field " + original.replaceAll("^[^']*'([^']*)'.*$", "“$1”") + " is missing";
        }
        return "this is not " + type(m.getTargetType());
    }

    private static String type(Class<?> type) {
        if (type == null) {
            return "what belongs here";
        }
        if (type == boolean.class || type == Boolean.class) {
            return "true or false";
        }
        if (type.isPrimitive() || Number.class.isAssignableFrom(type)) {
            return type == int.class || type == long.class || type == Integer.class ? "a whole number" : "a number";
        }
        if (type == Duration.class) {
            return "a duration such as PT10M";
        }
        if (type == Instant.class) {
            return "an instant such as 2026-03-03T22:00:00Z";
        }
        if (type.isEnum()) {
            return "one of "
                    + String.join(
                            ", ",
                            List.of(type.getEnumConstants()).stream()
                                    .map(String::valueOf)
                                    .toList());
        }
        return type == String.class ? "a text" : List.class.isAssignableFrom(type) ? "a list" : "an object";
    }

    private static String path(List<JacksonException.Reference> path) {
        StringBuilder out = new StringBuilder();
        for (JacksonException.Reference r : path) {
            if (r.getPropertyName() == null) {
                out.append('[').append(r.getIndex()).append(']');
            } else {
                out.append(out.isEmpty() ? "" : ".").append(r.getPropertyName());
            }
        }
        return out.toString();
    }

    private static String firstLine(String text) {
        return text.lines().findFirst().orElse("");
    }
}
