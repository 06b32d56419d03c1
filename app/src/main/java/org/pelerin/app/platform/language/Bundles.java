package org.pelerin.app.platform.language;

import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Properties;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;

/**
 * All texts that people see, read once from {@code text/…/messages.properties} (English) and {@code messages_xx.properties} beside them
 * (UTF-8). A language is there as soon as one such file is; a text that it lacks is the English one. A key stands in one folder only.
 */
public final class Bundles {

    private static final String WHERE = "classpath*:text/**/messages*.properties";
    private static final Pattern NAME = Pattern.compile("messages(?:_([a-z]{2}))?\\.properties");

    private final Map<Locale, Map<String, Wording>> byLanguage;

    private Bundles(Map<Locale, Map<String, Wording>> byLanguage) {
        this.byLanguage = byLanguage;
    }

    /** @throws IllegalStateException where a key stands twice in a language, or a text is no ICU message */
    public static Bundles read() {
        Map<Locale, Map<String, Wording>> all = new TreeMap<>((a, b) -> a.toString().compareTo(b.toString()));
        all.put(Locale.ENGLISH, new HashMap<>());
        try {
            for (Resource file : new PathMatchingResourcePatternResolver().getResources(WHERE)) {
                Matcher name = NAME.matcher(String.valueOf(file.getFilename()));
                if (name.matches()) {
                    Locale language = name.group(1) == null ? Locale.ENGLISH : Locale.forLanguageTag(name.group(1));
                    add(file, language, all.computeIfAbsent(language, l -> new HashMap<>()));
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return new Bundles(all);
    }

    private static void add(Resource file, Locale language, Map<String, Wording> into) throws IOException {
        Properties texts = new Properties();
        try (Reader in = new InputStreamReader(file.getInputStream(), StandardCharsets.UTF_8)) {
            texts.load(in);
        }
        for (String key : texts.stringPropertyNames()) {
            if (into.put(key, Wording.of(texts.getProperty(key), language)) != null) {
                throw new IllegalStateException("the text " + key + " stands twice, again in " + file);
            }
        }
    }

    /** English first. */
    public java.util.List<Locale> languages() {
        return byLanguage.keySet().stream()
                .sorted(java.util.Comparator.comparing(l -> !l.equals(Locale.ENGLISH)))
                .toList();
    }

    /** The texts of one language as they stand in its files. */
    public Map<String, Wording> of(Locale language) {
        return Map.copyOf(byLanguage.getOrDefault(language, Map.of()));
    }

    /** In this language, else in English; null where there is none. */
    public Wording find(String key, Locale language) {
        Map<String, Wording> own = byLanguage.get(Locale.forLanguageTag(language.getLanguage()));
        Wording found = own == null ? null : own.get(key);
        return found == null ? byLanguage.get(Locale.ENGLISH).get(key) : found;
    }
}
