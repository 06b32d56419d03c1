package org.pelerin.app.platform.web;

import java.time.LocalDate;
import java.time.YearMonth;
import org.pelerin.app.platform.language.Texts;
import org.springframework.context.annotation.Configuration;
import org.springframework.format.FormatterRegistry;
import org.springframework.ui.Model;
import org.springframework.validation.BindingResult;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Days and months in addresses, as {@link TypedTime} reads them; empty for none. */
@Configuration
public class TypedDays implements WebMvcConfigurer {

    /**
     * For a filter's page: {@code typedFrom} and {@code typedUntil} as they were typed, and {@code wrongDays}, the words for what is no day; null
     * where all is read.
     */
    public static void show(BindingResult read, Model page) {
        page.addAttribute("typedFrom", read.getFieldValue("from"));
        page.addAttribute("typedUntil", read.getFieldValue("until"));
        page.addAttribute(
                "wrongDays",
                read.hasFieldErrors("from") || read.hasFieldErrors("until")
                        ? Texts.of("platform.web.typedTime.enterADay")
                        : null);
    }

    @Override
    public void addFormatters(FormatterRegistry registry) {
        registry.addConverter(String.class, LocalDate.class, text -> text.isBlank() ? null : TypedTime.day(text));
        registry.addConverter(LocalDate.class, String.class, LocalDate::toString);
        registry.addConverter(YearMonth.class, String.class, YearMonth::toString);
        registry.addConverter(String.class, YearMonth.class, text -> text.isBlank() ? null : TypedTime.month(text));
    }
}
