package org.pelerin.core.judge;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.pelerin.core.stats.Band;

/**
 * A named set of rules; their ids differ.
 *
 * @param rules on values
 * @param gapRules on what is missing
 */
public record Limits(String name, List<Rule> rules, List<GapRule> gapRules) {

    public Limits {
        rules = List.copyOf(rules);
        gapRules = List.copyOf(gapRules);
        Set<String> ids = new HashSet<>();
        List<String> all = Stream.concat(
                        rules.stream().map(Rule::id), gapRules.stream().map(GapRule::id))
                .collect(Collectors.toList());
        for (String id : all) {
            if (!ids.add(id)) {
                throw new IllegalArgumentException("Two rules are called " + id);
            }
        }
    }

    public Limits(String name, List<Rule> rules) {
        this(name, rules, List.of());
    }

    /** The widest band that the rules on its values leave a channel; null if there is none. */
    public Band band(String channel) {
        double low = Double.NEGATIVE_INFINITY;
        double high = Double.POSITIVE_INFINITY;
        for (Rule rule : rules) {
            if (rule.channel().equals(channel) && rule.basis() instanceof Basis.Value) {
                low = Math.max(low, rule.bound().low());
                high = Math.min(high, rule.bound().high());
            }
        }
        Band band = new Band(low, high);
        return band.unbounded() ? null : band;
    }
}
