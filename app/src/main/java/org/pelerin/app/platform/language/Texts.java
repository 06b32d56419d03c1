package org.pelerin.app.platform.language;

import com.ibm.icu.text.ListFormatter;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Collection;
import java.util.Locale;
import org.pelerin.core.language.Bundles;
import org.pelerin.core.language.CurrentLanguage;
import org.springframework.context.i18n.LocaleContext;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;

/**
 * All texts of the application, those of the modules that it uses among them, in the language of whoever asks just now: of a request, else English
 * (long work, the command line) unless {@link CurrentLanguage#in} says for whom.
 */
public final class Texts {

    private static final Bundles ALL = read();

    static {
        CurrentLanguage.ask(Texts::ofRequest);
    }

    private Texts() {}

    private static Bundles read() {
        Bundles all = new Bundles();
        try {
            for (Resource file :
                    new PathMatchingResourcePatternResolver().getResources("classpath*:text/**/messages*.properties")) {
                try (InputStream in = file.getInputStream()) {
                    all.add(file.getFilename(), in);
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return all;
    }

    private static Locale ofRequest() {
        LocaleContext context = LocaleContextHolder.getLocaleContext();
        return context == null ? null : context.getLocale();
    }

    public static Bundles all() {
        return ALL;
    }

    /**
     * @param arguments names and values by turns
     * @throws IllegalArgumentException where there is no such text
     */
    public static String of(String key, Object... arguments) {
        return ALL.say(key, arguments);
    }

    /** “a, b and c”. */
    public static String and(Collection<String> all) {
        return list(all, ListFormatter.Type.AND);
    }

    /** “a, b or c”. */
    public static String or(Collection<String> all) {
        return list(all, ListFormatter.Type.OR);
    }

    private static String list(Collection<String> all, ListFormatter.Type type) {
        Locale language = CurrentLanguage.get();
        // no comma before the last one
        return ListFormatter.getInstance(
                        language.equals(Locale.ENGLISH) ? Locale.UK : language, type, ListFormatter.Width.WIDE)
                .format(all);
    }

    /** What stands without a full stop, as in a table or at a field, as a sentence of its own. */
    public static String sentence(String said) {
        return of("platform.sentence", "said", said);
    }

    /**
     * For what is stored for good: in English whoever acts, so that it reads the same for everybody; {@link StoredTexts} says it in the language of
     * who reads it.
     */
    public static String stored(String key, Object... arguments) {
        return ALL.say(key, Locale.ENGLISH, arguments);
    }
}
