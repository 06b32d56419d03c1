package org.pelerin.core.model;

import java.util.Locale;
import org.pelerin.core.language.CoreTexts;
import org.pelerin.core.language.CurrentLanguage;

/** Words of the catalogue, which are English, in the language that is spoken just now; what has no translation stays as it is. */
final class CatalogueText {

    private static final String BEGIN = "core.catalogue.";

    private CatalogueText() {}

    static String of(String english) {
        return english == null || CurrentLanguage.get().equals(Locale.ENGLISH)
                ? english
                : CoreTexts.find(BEGIN + key(english)).orElse(english);
    }

    /** Letters and digits, all else as one hyphen. */
    static String key(String english) {
        return english.toLowerCase(Locale.ROOT)
                .replaceAll("[^\\p{L}\\p{N}]+", "-")
                .replaceAll("^-|-$", "");
    }
}
