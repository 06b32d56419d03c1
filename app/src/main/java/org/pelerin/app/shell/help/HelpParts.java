package org.pelerin.app.shell.help;

import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Properties;
import java.util.TreeMap;
import org.springframework.stereotype.Component;

/** Which part of the guide belongs to which page: {@code help/parts.properties}, a line for each mapping of pages. */
@Component
public class HelpParts {

    private final Map<String, String> parts = new TreeMap<>();

    HelpParts() {
        Properties read = new Properties();
        try (Reader in = new InputStreamReader(
                HelpParts.class.getResourceAsStream("/help/parts.properties"), StandardCharsets.UTF_8)) {
            read.load(in);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        read.forEach((pattern, part) -> parts.put((String) pattern, (String) part));
    }

    /** Patterns of addresses to chapter and section, such as {@code technician#rounds}. */
    public Map<String, String> all() {
        return Map.copyOf(parts);
    }

    /** @param pattern of the page’s mapping, or null; a page without a part of its own is helped by the beginning of the guide */
    public String address(String pattern) {
        String part = pattern == null ? null : parts.get(pattern);
        return part == null ? "/help" : "/help/" + part;
    }
}
