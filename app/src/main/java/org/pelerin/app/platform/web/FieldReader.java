package org.pelerin.app.platform.web;

import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.core.language.CurrentLanguage;
import org.pelerin.core.plan.Durations;
import org.pelerin.core.text.TypedNumber;

/** Reads typed text field by field and gathers what is wrong with each. */
public final class FieldReader {

    private static final Pattern CLOCK = Pattern.compile("(\\d{1,2})(?:[:.h](\\d{2})(?::(\\d{2}))?)?");

    private final Map<String, String> errors = new LinkedHashMap<>();
    private final Map<String, String> understood = new LinkedHashMap<>();

    public Map<String, String> errors() {
        return errors;
    }

    /** How fields were read, where that is not plain from what was typed. */
    public Map<String, String> understood() {
        return understood;
    }

    public void understood(String field, String as) {
        understood.put(field, as);
    }

    /** Notes how a text was read, unless that is what was typed. */
    public void understood(String field, String text, String as) {
        if (!text.isBlank() && !plainly(text).equals(plainly(as))) {
            understood.put(field, as);
        }
    }

    private static String plainly(String text) {
        return text.replaceAll("[\\s\u00a0]+", "").toLowerCase(Locale.ROOT);
    }

    /** Notes what is wrong with a field; the first word stands. */
    public void wrong(String field, String message) {
        errors.putIfAbsent(field, message);
    }

    /** The text without blanks around it; said at its place if it is longer than is kept. */
    public String text(String field, String text, Length length) {
        if (length.exceeded(text)) {
            wrong(field, length.said(text));
        }
        return text.strip();
    }

    /** A decimal point or comma; null if blank or wrong. */
    public Double number(String field, String text) {
        if (text == null || text.isBlank()) {
            return null;
        }
        try {
            return TypedNumber.of(text, CurrentLanguage.get());
        } catch (IllegalArgumentException e) {
            wrong(field, e.getMessage());
            return null;
        }
    }

    /** A number that must be there; {@code otherwise} with a word if it is not. */
    public double needed(String field, String text, double otherwise) {
        Double v = number(field, text);
        if (v == null) {
            wrong(field, Texts.of("platform.web.fieldReader.enterANumber"));
            return otherwise;
        }
        return v;
    }

    /** A whole number; null if blank or wrong. */
    public Integer whole(String field, String text, int least, int most) {
        Double v = number(field, text);
        if (v == null) {
            return null;
        }
        if (v != Math.rint(v) || v < least || v > most) {
            wrong(field, Texts.of("platform.web.fieldReader.enterAWholeNumberFrom", "least", least, "most", most));
            return null;
        }
        return v.intValue();
    }

    public Duration duration(String field, String text) {
        try {
            Duration d = Durations.parse(text == null ? "" : text);
            understood(field, text, Durations.format(d));
            return d;
        } catch (IllegalArgumentException e) {
            wrong(field, e.getMessage());
            return Duration.ZERO;
        }
    }

    /** A time of day: {@code 6}, {@code 6:30}, {@code 06:30}, {@code 6.30}, {@code 24:00} for midnight; null if it is none. */
    public LocalTime clock(String field, String text) {
        Matcher m = CLOCK.matcher(text == null ? "" : text.strip());
        if (m.matches()) {
            int hour = Integer.parseInt(m.group(1));
            int minute = m.group(2) == null ? 0 : Integer.parseInt(m.group(2));
            int second = m.group(3) == null ? 0 : Integer.parseInt(m.group(3));
            if (hour < 24 && minute < 60 && second < 60 || hour == 24 && minute == 0 && second == 0) {
                return LocalTime.of(hour % 24, minute, second);
            }
        }
        wrong(field, Texts.of("platform.web.fieldReader.enterATimeOfDay"));
        return null;
    }

    /** The earlier of the two instants where clocks go back; {@code otherwise} with a word if it is no date and time. */
    public Instant local(String field, String text, ZoneId zone, Instant otherwise) {
        try {
            return TypedTime.moment(text)
                    .atZone(zone)
                    .withEarlierOffsetAtOverlap()
                    .toInstant();
        } catch (DateTimeException e) {
            wrong(field, e.getMessage());
            return otherwise;
        }
    }

    /** {@code otherwise} with a word if it is no day. */
    public LocalDate day(String field, String text, LocalDate otherwise) {
        try {
            return TypedTime.day(text);
        } catch (DateTimeException e) {
            wrong(field, e.getMessage());
            return otherwise;
        }
    }

    /** As a field shows it, in the language of the page. */
    public static String plain(double v) {
        return TypedNumber.shown(v, CurrentLanguage.get());
    }

    /** As {@link #duration} reads it, with plain blanks. */
    public static String plain(Duration d) {
        return Durations.format(d).replace('\u00a0', ' ');
    }
}
