package org.pelerin.core.language;

import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Properties;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Texts that people see, from files {@code messages.properties} (English) and {@code messages_xx.properties} beside them (UTF-8). A language is
 * there as soon as one file of it is; a text that it lacks is the English one. A key stands once.
 */
public final class Bundles {

    private static final Pattern NAME = Pattern.compile("messages(?:_([a-z]{2}))?\\.properties");

    private final Map<Locale, Map<String, Wording>> byLanguage =
            new TreeMap<>(Comparator.<Locale, Boolean>comparing(l -> !l.equals(Locale.ENGLISH))
                    .thenComparing(Locale::toLanguageTag));

    public Bundles() {
        byLanguage.put(Locale.ENGLISH, new HashMap<>());
    }

    /**
     * Those of one folder {@code text/…} of the module that a class is of, in every language that there is a file of.
     */
    public static Bundles of(Class<?> module, String folder) {
        Bundles out = new Bundles();
        out.add(module, folder, "messages.properties");
        for (String language : Locale.getISOLanguages()) {
            out.add(module, folder, "messages_" + language + ".properties");
        }
        return out;
    }

    private void add(Class<?> module, String folder, String file) {
        try (InputStream in = module.getResourceAsStream("/text/" + folder + "/" + file)) {
            if (in != null) {
                add(file, in);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /**
     * @param file its name, which says the language; any other file is passed over
     * @throws IllegalStateException where a key stands twice in a language
     * @throws IllegalArgumentException where a text is no ICU message
     */
    public void add(String file, InputStream in) throws IOException {
        Matcher name = NAME.matcher(file);
        if (!name.matches()) {
            return;
        }
        Locale language = name.group(1) == null ? Locale.ENGLISH : Locale.forLanguageTag(name.group(1));
        Map<String, Wording> into = byLanguage.computeIfAbsent(language, l -> new HashMap<>());
        Properties texts = new Properties();
        Reader reader = new InputStreamReader(in, StandardCharsets.UTF_8);
        texts.load(reader);
        for (String key : texts.stringPropertyNames()) {
            if (into.put(key, Wording.of(texts.getProperty(key), language)) != null) {
                throw new IllegalStateException("the text " + key + " stands twice in " + language);
            }
        }
    }

    /** English first. */
    public List<Locale> languages() {
        return List.copyOf(byLanguage.keySet());
    }

    /** The texts of one language as they stand in its files. */
    public Map<String, Wording> of(Locale language) {
        return Map.copyOf(byLanguage.getOrDefault(language, Map.of()));
    }

    /** In this language, else in English. */
    public Optional<Wording> find(String key, Locale language) {
        Map<String, Wording> own = byLanguage.get(Locale.forLanguageTag(language.getLanguage()));
        Wording found = own == null ? null : own.get(key);
        return Optional.ofNullable(
                found == null ? byLanguage.get(Locale.ENGLISH).get(key) : found);
    }

    /**
     * In the language that is spoken just now.
     *
     * @param arguments names and values by turns
     * @throws IllegalArgumentException where there is no such text
     */
    public String say(String key, Object... arguments) {
        return say(key, CurrentLanguage.get(), arguments);
    }

    public String say(String key, Locale language, Object... arguments) {
        Wording wording =
                find(key, language).orElseThrow(() -> new IllegalArgumentException("there is no text " + key));
        Map<String, Object> values = new HashMap<>();
        for (int i = 0; i + 1 < arguments.length; i += 2) {
            values.put((String) arguments[i], arguments[i + 1]);
        }
        return wording.with(values);
    }
}
