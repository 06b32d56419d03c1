package org.pelerin.app.platform.language;

import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.pelerin.core.language.CurrentLanguage;

/** How days and times are written, by the patterns of the bundles ({@code platform.formats.…}), in the language that is spoken just now. */
public final class DateFormats {

    private static final Map<String, DateTimeFormatter> KNOWN = new ConcurrentHashMap<>();

    private DateFormats() {}

    public static DateTimeFormatter of(String name) {
        Locale language = CurrentLanguage.get();
        return KNOWN.computeIfAbsent(
                language.getLanguage() + " " + name,
                k -> DateTimeFormatter.ofPattern(
                        Texts.of("platform.formats." + name),
                        language.getLanguage().equals("en") ? Locale.UK : language));
    }
}
