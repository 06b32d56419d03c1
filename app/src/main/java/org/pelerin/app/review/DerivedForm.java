package org.pelerin.app.review;

import java.time.DateTimeException;
import java.time.Duration;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Form;
import org.pelerin.app.platform.web.TypedTime;
import org.pelerin.core.plan.Durations;
import org.pelerin.core.sensor.Expression;
import tools.jackson.databind.json.JsonMapper;

/** A series to be derived, as it is typed: how, from which channels, by which figures. */
public class DerivedForm implements Form {

    /** The ways there are, in the order in which they are offered. */
    public enum Kind {
        MOVING_MEAN("review.derivedForm.movingMean", "movingMean"),
        BLOCK_MEAN("review.derivedForm.meanPerWindow", "blockMean"),
        BLOCK_MIN("review.derivedForm.minimumPerWindow", "blockMin"),
        BLOCK_MAX("review.derivedForm.maximumPerWindow", "blockMax"),
        TOTAL("review.derivedForm.total", "total"),
        RATE("review.derivedForm.rateOfChange", "rate"),
        DIFFERENCE("review.derivedForm.differenceOfTwo", "difference"),
        FORMULA("review.derivedForm.formula", "formula"),
        DEW_POINT("review.derivedForm.dewPoint", "dewPoint"),
        LEVEL("review.derivedForm.waterLevel", "level"),
        ROLLING_MKT("review.derivedForm.rollingMeanKineticTemperature", "rollingMkt"),
        DOSE("review.derivedForm.noiseDosePerShift", "dose"),
        UNBALANCE("review.derivedForm.phaseUnbalance", "unbalance");

        private final String title;
        private final String field;

        Kind(String title, String field) {
            this.title = title;
            this.field = field;
        }

        public String title() {
            return Texts.of(title);
        }
    }

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final List<String> DAYS = List.of("MON", "TUE", "WED", "THU", "FRI", "SAT", "SUN");

    public Kind kind = Kind.MOVING_MEAN;
    public String name = "";
    public String unit = "";
    public String channel = "";
    public List<String> channels = new ArrayList<>();
    public String samples = "6";
    public String window = "1 h";
    public String per = "1 h";
    public String anchor = "clock";
    public boolean sinceStart;
    public String coverage = "";
    public String minus = "";
    public String text = "";
    public String temperature = "";
    public String humidity = "";
    public String pressure = "";
    public String barometer = "";
    public String water = "1000";
    public String density = "";
    public String gravity = "";
    public String uncovered = "empty";
    public String referenceAt = "";
    public String referenceIs = "depth";
    public String reference = "";
    public String enthalpy = "";
    public String criterion = "85";
    public String exchange = "3";
    public String threshold = "";
    public String shiftFrom = "06:00";
    public String shiftTo = "14:00";
    public List<String> days = new ArrayList<>();
    public boolean ofSpot;

    /** Of the week, as definitions name them. */
    public static List<String> week() {
        return DAYS;
    }

    /** Its definition as JSON; empty where something is wrong, which the reader says at its place. */
    Optional<String> definition(FieldReader read, ZoneId zone) {
        Map<String, Object> how = new LinkedHashMap<>();
        switch (kind) {
            case MOVING_MEAN -> {
                how.put("channel", needed(read, "channel", channel));
                how.put("samples", count(read, "samples", samples));
            }
            case BLOCK_MEAN, BLOCK_MIN, BLOCK_MAX -> {
                how.put("channel", needed(read, "channel", channel));
                how.put("window", time(read, "window", window));
                anchored(how, zone);
                optional(how, read, "coverage", coverage);
            }
            case TOTAL -> {
                how.put("channel", needed(read, "channel", channel));
                how.put("per", time(read, "per", per));
                if (!sinceStart) {
                    how.put("window", time(read, "window", window));
                    anchored(how, zone);
                    optional(how, read, "coverage", coverage);
                }
            }
            case RATE -> {
                how.put("channel", needed(read, "channel", channel));
                how.put("per", time(read, "per", per));
            }
            case DIFFERENCE -> {
                how.put("channel", needed(read, "channel", channel));
                how.put("minus", needed(read, "minus", minus));
            }
            case FORMULA -> {
                how.put("text", Expression.withPoints(needed(read, "text", text)));
                how.put("channels", several(read));
            }
            case DEW_POINT -> {
                how.put("temperature", needed(read, "temperature", temperature));
                how.put("humidity", needed(read, "humidity", humidity));
            }
            case LEVEL -> level(how, read, zone);
            case ROLLING_MKT -> {
                how.put("channel", needed(read, "channel", channel));
                how.put("window", time(read, "window", window));
                optional(how, read, "enthalpy", enthalpy);
            }
            case DOSE -> {
                how.put("channel", needed(read, "channel", channel));
                how.put("criterion", number(read, "criterion", criterion));
                how.put("exchange", number(read, "exchange", exchange));
                optional(how, read, "threshold", threshold);
                how.put("from", clock(read, "shiftFrom", shiftFrom));
                how.put("to", clock(read, "shiftTo", shiftTo));
                if (!days.isEmpty() && days.size() < DAYS.size()) {
                    how.put("days", days);
                }
                how.put("zone", zone.getId());
            }
            default -> how.put("channels", several(read));
        }
        Map<String, Object> all = new LinkedHashMap<>();
        all.put("name", read.text("name", name.isBlank() ? proposed() : name, Length.DERIVED_NAME));
        if (!unit.isBlank()) {
            all.put("unit", read.text("unit", unit, Length.CHANNEL_UNIT));
        }
        all.put(kind.field, how);
        return read.errors().isEmpty() ? Optional.of(JSON.writeValueAsString(all)) : Optional.empty();
    }

    /** What it is called where nobody says. */
    public String proposed() {
        String of = channel.isBlank() ? "" : channel + ", ";
        String name = switch (kind) {
            case MOVING_MEAN -> Texts.of("review.derivedForm.meanOfSamples", "of", of, "samples", samples);
            case BLOCK_MEAN -> Texts.of("review.derivedForm.meanOf", "of", of, "window", window);
            case BLOCK_MIN -> Texts.of("review.derivedForm.minimumOf", "of", of, "window", window);
            case BLOCK_MAX -> Texts.of("review.derivedForm.maximumOf", "of", of, "window", window);
            case RATE -> Texts.of("review.derivedForm.changePer", "of", of, "per", per);
            case DIFFERENCE -> of.isEmpty() || minus.isBlank() ? kind.title : channel + " − " + minus;
            case ROLLING_MKT -> Texts.of("review.derivedForm.kineticMeanOf", "of", of, "window", window);
            case TOTAL, DOSE -> of + kind.title;
            default -> kind.title;
        };
        return Length.DERIVED_NAME.cut(name.substring(0, 1).toUpperCase(Locale.ROOT) + name.substring(1));
    }

    private void level(Map<String, Object> how, FieldReader read, ZoneId zone) {
        how.put("pressure", needed(read, "pressure", pressure));
        how.put("barometer", needed(read, "barometer", barometer));
        switch (water) {
            case "own" -> how.put("density", number(read, "density", density));
            case "follows" -> how.put("temperature", needed(read, "temperature", temperature));
            default -> how.put("density", number(read, "water", water));
        }
        optional(how, read, "gravity", gravity);
        how.put("uncovered", uncovered.equals("hold") ? "hold" : "empty");
        if (!reference.isBlank() || !referenceAt.isBlank()) {
            Map<String, Object> passes = new LinkedHashMap<>();
            passes.put("at", instant(read, zone));
            passes.put(referenceIs.equals("elevation") ? "elevation" : "depth", number(read, "reference", reference));
            how.put("reference", passes);
        }
    }

    private String instant(FieldReader read, ZoneId zone) {
        try {
            return TypedTime.moment(referenceAt).atZone(zone).toInstant().toString();
        } catch (DateTimeException e) {
            read.wrong("referenceAt", e.getMessage());
            return "";
        }
    }

    private void anchored(Map<String, Object> how, ZoneId zone) {
        if (anchor.equals("start")) {
            how.put("anchor", "start");
        } else {
            how.put("anchor", "clock");
            how.put("zone", zone.getId());
        }
    }

    private List<String> several(FieldReader read) {
        if (channels.isEmpty()) {
            read.wrong("channels", Texts.of("review.derivedForm.selectTheInputChannels"));
        }
        return channels;
    }

    private static String clock(FieldReader read, String field, String typed) {
        LocalTime read24 = read.clock(field, typed);
        return read24 == null ? "" : read24.toString();
    }

    private static String needed(FieldReader read, String field, String value) {
        if (value.isBlank()) {
            read.wrong(field, Texts.of("review.derivedForm.thisFieldIsRequired"));
        }
        return value.strip();
    }

    private static String time(FieldReader read, String field, String value) {
        try {
            Duration d = Durations.parse(value);
            if (d.isZero()) {
                read.wrong(field, Texts.of("review.derivedForm.enterATimeAbove0"));
            }
            return d.toString();
        } catch (IllegalArgumentException e) {
            read.wrong(field, e.getMessage());
            return "";
        }
    }

    private static Integer count(FieldReader read, String field, String value) {
        Integer n = read.whole(field, value, 1, Integer.MAX_VALUE);
        if (n == null) {
            read.wrong(field, Texts.of("review.derivedForm.enterAWholeNumber1"));
        }
        return n;
    }

    private static Double number(FieldReader read, String field, String value) {
        return read.needed(field, value, 0);
    }

    private static void optional(Map<String, Object> how, FieldReader read, String field, String value) {
        if (!value.isBlank()) {
            how.put(field, number(read, field, value));
        }
    }
}
