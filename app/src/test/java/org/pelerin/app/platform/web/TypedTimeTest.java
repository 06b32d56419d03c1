package org.pelerin.app.platform.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.YearMonth;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.language.CurrentLanguage;

class TypedTimeTest {

    @ParameterizedTest
    @ValueSource(
            strings = {
                "2026-10-31",
                " 2026-10-31 ",
                "31.10.2026",
                "31 Oct 2026",
                "31 October 2026",
                "Sat 31 Oct 2026",
                "31. Okt. 2026",
                "31. Oktober 2026",
                "Sa. 31. Okt. 2026",
                "Sa., 31. Okt. 2026"
            })
    void a_day_in_either_language(String typed) {
        assertThat(TypedTime.day(typed)).isEqualTo(LocalDate.of(2026, 10, 31));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"", "10/11/2026", "31.10.26", "2026-02-30", "31.4.2026", "2026-13-01", "20261031", "yesterday"})
    void what_is_no_day_or_could_be_two_is_refused(String typed) {
        assertThatThrownBy(() -> TypedTime.day(typed)).isInstanceOf(DateTimeException.class);
    }

    @Test
    void the_word_for_a_day_with_strokes_says_why() {
        assertThatThrownBy(() -> TypedTime.day("10/11/2026")).hasMessageContaining("two different dates");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "2026-10-31T14:05",
                "2026-10-31 14:05",
                "2026-10-31  14:05:00",
                "31.10.2026, 14:05",
                "31.10.2026 14:05",
                "Sat 31 Oct 2026, 14:05",
                "31 Oct 2026 14:05"
            })
    void a_day_with_a_time_of_day(String typed) {
        assertThat(TypedTime.moment(typed)).isEqualTo(LocalDateTime.of(2026, 10, 31, 14, 5));
    }

    @Test
    void seconds_parts_of_them_and_the_end_of_a_day() {
        assertThat(TypedTime.moment("2026-10-31 14:05:09,25"))
                .isEqualTo(LocalDateTime.of(2026, 10, 31, 14, 5, 9, 250_000_000));
        assertThat(TypedTime.moment("2026-10-31 24:00")).isEqualTo(LocalDateTime.of(2026, 11, 1, 0, 0));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "2026-10-31",
                "14:05",
                "2026-10-31 25:00",
                "2026-10-31 2:05 PM",
                "2026-10-31 14:60",
                "10/11/2026 14:05"
            })
    void what_is_no_day_with_a_time_is_refused(String typed) {
        assertThatThrownBy(() -> TypedTime.moment(typed)).isInstanceOf(DateTimeException.class);
    }

    @ParameterizedTest
    @ValueSource(strings = {"en", "de"})
    void what_a_page_shows_can_be_typed(String language) {
        Locale locale = Locale.forLanguageTag(language);
        for (int month = 1; month <= 12; month++) {
            ZonedDateTime at = ZonedDateTime.of(2026, month, 9, 7, 5, 0, 0, ZoneId.of("UTC"));
            String day = shown("platform.formats.dayOfYear", locale, at);
            assertThat(TypedTime.day(day)).as(day).isEqualTo(at.toLocalDate());
            String minute = shown("platform.formats.minuteYear", locale, at);
            assertThat(TypedTime.moment(minute)).as(minute).isEqualTo(at.toLocalDateTime());
        }
    }

    private static String shown(String pattern, Locale locale, ZonedDateTime at) {
        return CurrentLanguage.in(
                locale,
                () -> DateTimeFormatter.ofPattern(Texts.of(pattern), locale).format(at));
    }

    @Test
    void a_month() {
        assertThat(TypedTime.month("2026-10")).isEqualTo(YearMonth.of(2026, 10));
        assertThat(TypedTime.month("10.2026")).isEqualTo(YearMonth.of(2026, 10));
        assertThatThrownBy(() -> TypedTime.month("10/26")).isInstanceOf(DateTimeException.class);
    }
}
