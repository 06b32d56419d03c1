package org.pelerin.app.fleet.hooks;

import java.time.Instant;
import java.util.Arrays;
import java.util.Set;
import java.util.stream.Collectors;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.platform.language.Texts;

/** An address that is told, and of what; its secret is read apart. */
public record WebHook(long id, String url, String kinds, Instant madeAt, String madeBy) {

    /** What of a hook was last sent, or tried. */
    public record Latest(
            long hookId, Instant madeAt, int attempts, Instant sentAt, Instant givenUpAt, String trouble) {}

    Set<Need.Kind> wanted() {
        return Arrays.stream(kinds.split(" "))
                .filter(k ->
                        Arrays.stream(Need.Kind.values()).anyMatch(x -> x.name().equals(k)))
                .map(Need.Kind::valueOf)
                .collect(Collectors.toSet());
    }

    /** In words. */
    public String told() {
        return wanted().size() == Need.Kind.values().length
                ? Texts.of("fleet.hooks.webHook.everything")
                : wanted().stream().sorted().map(k -> k.words(1)).collect(Collectors.joining(", "));
    }
}
