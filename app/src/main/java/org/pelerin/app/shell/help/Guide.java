package org.pelerin.app.shell.help;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.pelerin.app.platform.language.Texts;
import org.springframework.stereotype.Component;

/** The chapters of the guide, those of the documents that ship with the application; a language without one shows it in English. Read once. */
@Component
public class Guide {

    /** The one that leads to the others. */
    public static final String FIRST = "README";

    /** Made of the texts, in {@link GlossaryPage}. */
    static final String GLOSSARY = "glossary";

    private static final List<String> CHAPTERS =
            List.of(FIRST, "technician", "reviewer", "quality-manager", "operator");

    private final Map<Locale, Map<String, Chapter>> chapters = new LinkedHashMap<>();

    Guide() {
        LinkedHashSet<String> known = new LinkedHashSet<>(CHAPTERS);
        known.add(GLOSSARY);
        ChapterReader reader = new ChapterReader(known);
        for (Locale language : Texts.all().languages()) {
            Map<String, Chapter> of = new LinkedHashMap<>();
            for (String name : CHAPTERS) {
                String english = text("/guide/" + name + ".md")
                        .orElseThrow(() -> new IllegalStateException("no chapter " + name));
                String text = language.equals(Locale.ENGLISH)
                        ? english
                        : text("/guide/" + language.getLanguage() + "/" + name + ".md")
                                .orElse(english);
                of.put(name, reader.read(name, text, english));
            }
            chapters.put(language, of);
        }
    }

    private static Optional<String> text(String file) {
        try (InputStream in = Guide.class.getResourceAsStream(file)) {
            return in == null ? Optional.empty() : Optional.of(new String(in.readAllBytes(), StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** In their order. */
    public List<Chapter> chapters(Locale language) {
        return List.copyOf(chapters.getOrDefault(new Locale(language.getLanguage()), chapters.get(Locale.ENGLISH))
                .values());
    }

    public Optional<Chapter> chapter(String name, Locale language) {
        return chapters(language).stream().filter(c -> c.name().equals(name)).findFirst();
    }
}
