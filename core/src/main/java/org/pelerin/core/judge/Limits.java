package org.pelerin.core.judge;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.pelerin.core.derive.WindowReader;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.record.SampleSource;
import org.pelerin.core.series.Channel;
import org.pelerin.core.stats.Band;
import org.pelerin.core.stats.Comparison;

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

    /**
     * The same for the channels of a record: a rule for each channel that its pattern names and whose unit is of its quantity, in that channel's
     * unit. A rule that fits none stays, for a channel that is not there; but one that is for every channel of a unit, whatever it is called, has
     * nothing to say of a record without such a channel, as long as another rule has.
     *
     * @param recorded what patterns look among
     * @param derived series that follow from others, which only their own names name
     */
    public Limits on(List<Channel> recorded, List<Channel> derived) {
        // ids as they are written stay; one that is made for a channel gives way to them
        Set<String> taken = new HashSet<>(ids());
        List<Rule> fitted = new ArrayList<>();
        List<Rule> without = new ArrayList<>();
        for (Rule rule : rules) {
            ChannelPattern pattern = new ChannelPattern(rule.channel());
            List<Channel> named = pattern.among(recorded, derived);
            List<Channel> fitting =
                    named.stream().filter(c -> rule.fits(c.unit())).toList();
            fitting.forEach(c -> fitted.add(rule.on(c, free(id(rule.id(), rule.channel(), c), rule.id(), taken))));
            if (fitting.isEmpty() && rule.channel().equals("*") && rule.unit() != null) {
                without.add(rule.on(absent(rule), rule.id()));
            } else if (fitting.isEmpty()) {
                fitted.add(named.isEmpty() ? rule : rule.on(absent(rule), rule.id()));
            }
        }
        if (fitted.isEmpty()) {
            fitted.addAll(without);
        }
        List<GapRule> gaps = new ArrayList<>();
        for (GapRule rule : gapRules) {
            List<Channel> named =
                    rule.channel() == null ? List.of() : new ChannelPattern(rule.channel()).among(recorded, derived);
            named.forEach(c -> gaps.add(rule.on(c.label(), free(id(rule.id(), rule.channel(), c), rule.id(), taken))));
            if (named.isEmpty()) {
                gaps.add(rule);
            }
        }
        return new Limits(name, fitted, gaps);
    }

    /** The same for the channels of a record. */
    public Limits on(JudgedRecord record) {
        return on(
                record.recorded().stream().map(SampleSource::channel).toList(),
                record.sources().stream()
                        .filter(s -> !record.recorded().contains(s))
                        .map(SampleSource::channel)
                        .toList());
    }

    /** One that no record has: a channel of another quantity is none of the rule's. */
    private static Channel absent(Rule rule) {
        return new Channel(rule.channel() + ", in " + rule.unit(), rule.unit());
    }

    private List<String> ids() {
        return Stream.concat(rules.stream().map(Rule::id), gapRules.stream().map(GapRule::id))
                .toList();
    }

    /** @param own the id as it is written, which stays */
    private static String free(String made, String own, Set<String> taken) {
        if (made.equals(own)) {
            return own;
        }
        String free = made;
        for (int n = 2; !taken.add(free); n++) {
            free = made + " " + n;
        }
        return free;
    }

    /**
     * Channels whose values nothing judges, in their order.
     *
     * @param recorded labels of the channels that these were {@linkplain #on(List, List) fitted} to
     */
    public List<String> unlimited(List<String> recorded) {
        Set<String> named = rules.stream().map(Rule::channel).collect(Collectors.toSet());
        return recorded.stream().filter(label -> !named.contains(label)).toList();
    }

    /** The rule on values of an id. */
    public Rule rule(String id) {
        return rules.stream().filter(r -> r.id().equals(id)).findFirst().orElseThrow();
    }

    /** The rule on gaps of an id. */
    public GapRule gapRule(String id) {
        return gapRules.stream().filter(r -> r.id().equals(id)).findFirst().orElseThrow();
    }

    /** These and one more; under an id of its own, if the one that it has is taken. */
    public Limits with(Rule rule) {
        String free = rule.id();
        for (int n = 2; ids().contains(free); n++) {
            free = rule.id() + " " + n;
        }
        List<Rule> all = new ArrayList<>(rules);
        all.add(rule.called(free));
        return new Limits(name, all, gapRules);
    }

    private static String id(String id, String pattern, Channel of) {
        return pattern.equals(of.label()) ? id : id + ": " + of.label();
    }

    /** Whether a total that is derived as a channel, and only grows, is beyond a bound on its values already. */
    public WindowReader.Early early(Channel derived) {
        List<Double> highs = rules.stream()
                .filter(r -> r.channel().equals(derived.label())
                        && r.basis() instanceof Basis.Value
                        && r.fits(derived.unit()))
                .map(r -> r.on(derived, r.id()).bound().high())
                .filter(h -> !Double.isInfinite(h))
                .toList();
        return (value, terms) -> highs.stream().anyMatch(h -> Comparison.above(value, h, terms));
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
