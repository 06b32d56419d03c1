package org.pelerin.core.language;

import java.util.Locale;
import java.util.function.Supplier;

/**
 * The language in which texts are made just now, by thread: English unless somebody said otherwise. What is stored for good, and what programs
 * read, is made in English whoever asks ({@link #inEnglish}), so that it is the same for everybody and can be made again.
 */
public final class CurrentLanguage {

    private static final ThreadLocal<Locale> SAID = new ThreadLocal<>();

    /** Whom to ask where nothing was said; set once, when an application starts. */
    private static volatile Supplier<Locale> otherwise = () -> Locale.ENGLISH;

    private CurrentLanguage() {}

    public static Locale get() {
        Locale said = SAID.get();
        Locale asked = said == null ? otherwise.get() : said;
        return asked == null ? Locale.ENGLISH : asked;
    }

    /** @param source may answer null for English */
    public static void ask(Supplier<Locale> source) {
        otherwise = source;
    }

    /** What is done in a language, and may fail. */
    @FunctionalInterface
    public interface Doing<T, E extends Exception> {
        T get() throws E;
    }

    /** What is done in a language for what it does, and may fail. */
    @FunctionalInterface
    public interface Act<E extends Exception> {
        void run() throws E;
    }

    /** Does something with texts in this language, and leaves the thread as it was. */
    public static <T, E extends Exception> T in(Locale language, Doing<T, E> what) throws E {
        Locale before = SAID.get();
        SAID.set(language);
        try {
            return what.get();
        } finally {
            if (before == null) {
                SAID.remove();
            } else {
                SAID.set(before);
            }
        }
    }

    public static <T, E extends Exception> T inEnglish(Doing<T, E> what) throws E {
        return in(Locale.ENGLISH, what);
    }

    public static <E extends Exception> void doInEnglish(Act<E> what) throws E {
        in(Locale.ENGLISH, () -> {
            what.run();
            return null;
        });
    }
}
