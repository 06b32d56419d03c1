package org.pelerin.app.platform.language;

import java.util.List;
import java.util.Locale;

/** Words that explain themselves: each has a text and, under {@code .means}, one that explains it. */
public final class Glossary {

    private static final String PREFIX = "glossary.";
    private static final String MEANS = ".means";

    private Glossary() {}

    /** In no order that a reader would know. */
    public static List<String> terms() {
        return Texts.all().of(Locale.ENGLISH).keySet().stream()
                .filter(k -> k.startsWith(PREFIX) && k.endsWith(MEANS))
                .map(k -> k.substring(PREFIX.length(), k.length() - MEANS.length()))
                .toList();
    }

    public static String key(String term) {
        return PREFIX + term;
    }

    public static String meaning(String term) {
        return PREFIX + term + MEANS;
    }
}
