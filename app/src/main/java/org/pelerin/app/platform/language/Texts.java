package org.pelerin.app.platform.language;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.function.Supplier;
import org.springframework.context.i18n.LocaleContext;
import org.springframework.context.i18n.LocaleContextHolder;

/**
 * Texts of the bundles for code that is on no page: in the language of whoever asks just now, English where nobody does (long work, the command
 * line) unless it was said for whom ({@link #in}).
 */
public final class Texts {

    private static final Bundles BUNDLES = Bundles.read();

    private Texts() {}

    public static Bundles bundles() {
        return BUNDLES;
    }

    /** The language that texts are in just now. */
    public static Locale language() {
        LocaleContext context = LocaleContextHolder.getLocaleContext();
        Locale asked = context == null ? null : context.getLocale();
        return asked == null ? Locale.ENGLISH : asked;
    }

    /**
     * @param arguments names and values by turns
     * @throws IllegalArgumentException where there is no such text
     */
    public static String of(String key, Object... arguments) {
        Wording wording = BUNDLES.find(key, language());
        if (wording == null) {
            throw new IllegalArgumentException("there is no text " + key);
        }
        return wording.with(named(arguments));
    }

    static Map<String, Object> named(Object... arguments) {
        Map<String, Object> values = new HashMap<>();
        for (int i = 0; i + 1 < arguments.length; i += 2) {
            values.put((String) arguments[i], arguments[i + 1]);
        }
        return values;
    }

    /** Does something with texts in this language, and leaves the thread as it was. */
    public static <T> T in(Locale language, Supplier<T> what) {
        LocaleContext before = LocaleContextHolder.getLocaleContext();
        LocaleContextHolder.setLocale(language);
        try {
            return what.get();
        } finally {
            LocaleContextHolder.setLocaleContext(before);
        }
    }
}
