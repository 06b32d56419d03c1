package org.pelerin.app.platform.language;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.pelerin.core.language.CurrentLanguage;
import org.pelerin.core.language.Recogniser;
import org.springframework.stereotype.Component;

/** What was stored in English ({@link Texts#stored}), in the language of who reads it. */
@Component("stored")
public class StoredTexts {

    private static final Recogniser RECOGNISER = new Recogniser(Texts.all(), "stored.");

    /** As pages show it: what is recognised in the reader's language, all else as it is. */
    public static String read(String text) {
        return RECOGNISER.in(CurrentLanguage.get(), text);
    }

    /** One after the other, with semicolons. */
    public static String all(List<String> texts) {
        return texts.stream().map(StoredTexts::read).collect(Collectors.joining("; "));
    }

    /** The same for templates. */
    public String in(String text) {
        return read(text);
    }

    /** An action of the audit trail: its code is what is stored, {@code erase logger: intended}. */
    public String action(String stored) {
        int stage = stored.indexOf(": ");
        String code = stage < 0 ? stored : stored.substring(0, stage);
        String said = find("audit.action." + code.replace(' ', '-'), code);
        return stage < 0
                ? said
                : said + ": " + find("audit.stage." + stored.substring(stage + 2), stored.substring(stage + 2));
    }

    private static String find(String key, String otherwise) {
        Locale language = CurrentLanguage.get();
        return Texts.all().find(key, language).map(w -> w.with(Map.of())).orElse(otherwise);
    }
}
