package org.pelerin.app.platform.web;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.Month;
import java.time.YearMonth;
import java.time.format.DateTimeFormatter;
import java.time.format.ResolverStyle;
import java.time.format.TextStyle;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.pelerin.app.platform.language.Texts;

/**
 * Days and times as people type them, in either language: 2026-10-31, 31.10.2026, 31 Oct 2026, Sat 31 Oct 2026, 31. Okt. 2026; a time of day
 * after a blank, a comma or a T, with 24 hours: 14:05, 14:05:30. What could be two days (10/11/2026), or has a year of two digits, is refused.
 */
public final class TypedTime {

    private static final Pattern DAY_AND_TIME = Pattern.compile(
            "(.*?\\d{4}|\\d{4}-\\d{1,2}-\\d{1,2})(?:T|,?\\s+|,)(\\d{1,2}:\\d{2}(?::\\d{2}(?:[.,]\\d{1,9})?)?)");
    private static final Pattern WEEKDAY = Pattern.compile("^\\p{L}{2,10}\\.?,?\\s+(?=\\d)");
    private static final Pattern CLOCK = Pattern.compile("(\\d{1,2}):(\\d{2})(?::(\\d{2})(?:[.,](\\d{1,9}))?)?");

    private static final Pattern WITH_MONTH = Pattern.compile("(\\d{1,2})\\.?\\s+(\\p{L}{3,9})\\.?,?\\s+(\\d{4})");
    private static final List<DateTimeFormatter> NUMBERS =
            Stream.of("uuuu-M-d", "d.M.uuuu").map(TypedTime::shape).toList();

    private TypedTime() {}

    private static DateTimeFormatter shape(String pattern) {
        return DateTimeFormatter.ofPattern(pattern, Locale.ROOT).withResolverStyle(ResolverStyle.STRICT);
    }

    /** @throws DateTimeException with words for the person, if it is no day or could be two */
    public static LocalDate day(String text) {
        String typed = plain(text);
        return withNumbers(typed)
                .or(() -> withMonth(WEEKDAY.matcher(typed).replaceFirst("")))
                .orElseThrow(() -> new DateTimeException(
                        typed.contains("/")
                                ? Texts.of("platform.web.typedTime.couldBeTwoDays", "typed", typed)
                                : Texts.of("platform.web.typedTime.enterADay")));
    }

    /** As it comes from a page, where some blanks do not break. */
    private static String plain(String text) {
        return text == null ? "" : text.replaceAll("[\\h]+", " ").strip();
    }

    private static Optional<LocalDate> withNumbers(String typed) {
        for (DateTimeFormatter shape : NUMBERS) {
            try {
                return Optional.of(LocalDate.parse(typed, shape));
            } catch (DateTimeException e) {
                // the next
            }
        }
        return Optional.empty();
    }

    /** Its month's name in either language, or the first three letters of it and more. */
    private static Optional<LocalDate> withMonth(String typed) {
        Matcher parts = WITH_MONTH.matcher(typed);
        if (!parts.matches()) {
            return Optional.empty();
        }
        String name = parts.group(2).toLowerCase(Locale.ROOT);
        int day = Integer.parseInt(parts.group(1));
        return Stream.of(Month.values())
                .filter(m -> Texts.all().languages().stream()
                        .anyMatch(l -> m.getDisplayName(TextStyle.FULL, l)
                                .toLowerCase(Locale.ROOT)
                                .startsWith(name)))
                .map(m -> YearMonth.of(Integer.parseInt(parts.group(3)), m))
                .filter(m -> m.isValidDay(day))
                .map(m -> m.atDay(day))
                .findFirst();
    }

    /** @throws DateTimeException with words for the person, if it is no day with a time of day */
    public static LocalDateTime moment(String text) {
        Matcher parts = DAY_AND_TIME.matcher(plain(text));
        if (!parts.matches()) {
            throw new DateTimeException(Texts.of("platform.web.typedTime.enterADayAndTime"));
        }
        LocalDate day = day(parts.group(1));
        Matcher clock = CLOCK.matcher(parts.group(2));
        if (!clock.matches()) {
            throw new DateTimeException(Texts.of("platform.web.typedTime.enterADayAndTime"));
        }
        int hour = Integer.parseInt(clock.group(1));
        int minute = Integer.parseInt(clock.group(2));
        int second = clock.group(3) == null ? 0 : Integer.parseInt(clock.group(3));
        int nano = clock.group(4) == null ? 0 : Integer.parseInt((clock.group(4) + "000000000").substring(0, 9));
        if (hour == 24 && minute == 0 && second == 0 && nano == 0) {
            return day.plusDays(1).atStartOfDay();
        }
        try {
            return day.atTime(LocalTime.of(hour, minute, second, nano));
        } catch (DateTimeException e) {
            throw new DateTimeException(Texts.of("platform.web.typedTime.enterADayAndTime"), e);
        }
    }

    /** 2026-10 and 10.2026. */
    public static YearMonth month(String text) {
        String typed = plain(text);
        for (String shape : List.of("uuuu-M", "M.uuuu")) {
            try {
                return YearMonth.parse(typed, shape(shape));
            } catch (DateTimeException e) {
                // the next
            }
        }
        throw new DateTimeException(Texts.of("platform.web.typedTime.enterAMonth"));
    }
}
