package org.pelerin.app.judge.limits;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.pelerin.core.exchange.LimitsDocument;
import org.pelerin.core.judge.Limits;

/** Sets to begin with: nobody is judged by them, one's own are made of them. */
public final class ReadySets {

    private static final List<String> KEYS =
            List.of("cold-store", "freezer", "ripening-room", "brine", "discharge", "noise-at-work", "mains");

    /** @param key for addresses */
    public record Ready(String key, Limits limits) {}

    private ReadySets() {}

    public static List<Ready> all() {
        return KEYS.stream().map(ReadySets::read).toList();
    }

    public static Optional<Ready> find(String key) {
        return KEYS.contains(key) ? Optional.of(read(key)) : Optional.empty();
    }

    private static Ready read(String key) {
        try (InputStream in = ReadySets.class.getResourceAsStream("/limits/" + key + ".json")) {
            return new Ready(key, LimitsDocument.read(new String(in.readAllBytes(), StandardCharsets.UTF_8)));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
