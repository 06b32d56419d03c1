package org.pelerin.core.judge;

import java.util.Arrays;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.pelerin.core.series.Channel;

/**
 * Names channels by their labels: {@code *} stands for any letters or none, everything else for itself, letter by letter. A channel whose label
 * is written just like the pattern is the one that is meant.
 */
public record ChannelPattern(String text) {

    public boolean wild() {
        return text.contains("*");
    }

    public boolean names(String label) {
        String parts = Arrays.stream(text.split("\\*", -1)).map(Pattern::quote).collect(Collectors.joining(".*"));
        return Pattern.compile(parts, Pattern.DOTALL).matcher(label).matches();
    }

    /** Those of these that it names; of derived ones only that whose label it is. */
    List<Channel> among(List<Channel> recorded, List<Channel> derived) {
        List<Channel> exact = Stream.concat(recorded.stream(), derived.stream())
                .filter(c -> c.label().equals(text))
                .toList();
        return exact.isEmpty() && wild()
                ? recorded.stream().filter(c -> names(c.label())).toList()
                : exact;
    }
}
