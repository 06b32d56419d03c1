package org.pelerin.core.judge;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

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
}
