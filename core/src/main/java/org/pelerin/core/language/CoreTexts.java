package org.pelerin.core.language;

import java.util.Arrays;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** The texts of this module: what it says to people of plans, files, formulas and rules. What it computes is in no language. */
public final class CoreTexts {

    private static final Bundles TEXTS = Bundles.of(CoreTexts.class, "core");

    private CoreTexts() {}

    /**
     * In the language that is spoken just now.
     *
     * @param arguments names and values by turns
     */
    public static String say(String key, Object... arguments) {
        return TEXTS.say(key, arguments);
    }

    /** For what is stored for good or read by programs: in English whoever asks. */
    public static String stored(String key, Object... arguments) {
        return TEXTS.say(key, Locale.ENGLISH, arguments);
    }

    /** Words that people may type for a thing, separated by {@code |} in the texts: those of every language, whoever types. */
    public static Set<String> typed(String key) {
        return TEXTS.languages().stream()
                .map(l -> TEXTS.say(key, l))
                .flatMap(t -> Arrays.stream(t.split("\\|")))
                .collect(Collectors.toUnmodifiableSet());
    }

    /** Empty where there is no such text. */
    public static Optional<String> find(String key) {
        return TEXTS.find(key, CurrentLanguage.get()).map(w -> w.with(Map.of()));
    }
}
