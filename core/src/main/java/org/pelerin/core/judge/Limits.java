package org.pelerin.core.judge;

import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** A named set of rules; their ids differ. */
public record Limits(String name, List<Rule> rules) {

    public Limits {
        rules = List.copyOf(rules);
        Set<String> ids = new HashSet<>();
        for (Rule rule : rules) {
            if (!ids.add(rule.id())) {
                throw new IllegalArgumentException("Two rules are called " + rule.id());
            }
        }
    }
}
