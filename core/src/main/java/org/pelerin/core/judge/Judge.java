package org.pelerin.core.judge;

import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.function.Predicate;
import org.pelerin.core.language.CoreTexts;
import org.pelerin.core.record.Coverage;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.record.SampleReader;
import org.pelerin.core.record.SampleSource;

/**
 * Judges a record against limits: a pure function of both.
 *
 * <p>Verdict, in this order: any departure of values gives {@code EXCURSIONS}; else {@code INCONCLUSIVE} if less of a channel that a rule of values names
 * is covered than a gap rule demands of it (its own, else one for all, else {@value #COVERAGE_NEEDED} %), a rule's channel is not there, a rule found
 * nothing to judge or, on windows, could not judge more than 5 % of them, there is no rule or no more than one sample; else {@code EXCURSIONS} if a gap
 * is longer than a gap rule allows; else {@code WITHIN}.
 *
 * <p>Cost: one pass over each channel that the rules name, all rules together; blocks that no rule needs are not decoded.
 */
public final class Judge {

    public static final double COVERAGE_NEEDED = 95;

    /** The reason where there is no rule. */
    public static final String NO_LIMITS = CoreTexts.stored("stored.judge.noLimitsWereSet");

    private final JudgedRecord record;
    private final Limits limits;
    private final ZoneId site;
    private final Map<SampleSource, ? extends SampleReader> listeners;
    private final Map<SampleSource, List<RulePass>> passes = new IdentityHashMap<>();
    private final Map<SampleSource, Coverage.Reader> presence = new IdentityHashMap<>();
    private final Set<String> reasons = new LinkedHashSet<>();
    private final int most;
    private int found;

    private Judge(
            JudgedRecord record,
            Limits limits,
            ZoneId site,
            Map<SampleSource, ? extends SampleReader> listeners,
            int most) {
        this.most = most;
        this.listeners = listeners;
        this.record = record;
        this.limits = limits.on(record);
        this.site = site;
    }

    /**
     * @param site the zone of the clock for rules that name none; may be null
     * @throws ZoneMissingException if a rule looks at the local clock and there is no zone for it
     */
    public static Judgement judge(JudgedRecord record, Limits limits, ZoneId site) {
        return judge(record, limits, site, Map.of());
    }

    /** @param listeners that are told the samples of sources in the same pass; asked for by {@code ==} */
    public static Judgement judge(
            JudgedRecord record, Limits limits, ZoneId site, Map<SampleSource, ? extends SampleReader> listeners) {
        return judge(record, limits, site, listeners, Integer.MAX_VALUE);
    }

    /**
     * The same where memory is to be bounded.
     *
     * @param most runs out of limits that are told, over all rules
     * @throws TooManyExcursionsException if there are more
     */
    public static Judgement judge(
            JudgedRecord record,
            Limits limits,
            ZoneId site,
            Map<SampleSource, ? extends SampleReader> listeners,
            int most) {
        return new Judge(record, limits, site, listeners, most).judge();
    }

    private void count() {
        if (++found > most) {
            throw new TooManyExcursionsException(most);
        }
    }

    /** The same where no rule looks at the local clock, or each says where. */
    public static Judgement judge(JudgedRecord record, Limits limits) {
        return judge(record, limits, null);
    }

    private Judgement judge() {
        limits.rules().forEach(this::prepare);
        limits.gapRules().stream()
                .filter(g -> g.channel() != null)
                .forEach(g -> source(g.channel(), g.id()).ifPresent(this::watch));
        if (presence.isEmpty()) {
            record.recorded().forEach(this::watch);
        }
        List<SampleSource> watched =
                record.sources().stream().filter(presence::containsKey).toList();
        record.sources().stream()
                .filter(s -> presence.containsKey(s) || listeners.containsKey(s))
                .forEach(this::read);
        return verdict(watched);
    }

    private void prepare(Rule rule) {
        source(rule.channel(), rule.id()).ifPresent(s -> {
            watch(s);
            passes.computeIfAbsent(s, c -> new ArrayList<>())
                    .add(new RulePass(rule, s, record.excluded(), site, this::count));
        });
    }

    private Optional<SampleSource> source(String channel, String rule) {
        Optional<SampleSource> source = record.source(channel);
        if (source.isEmpty()) {
            reasons.add(CoreTexts.stored("stored.judge.theRecordHasNoChannel", "channel", channel, "rule", rule));
        }
        return source;
    }

    private void watch(SampleSource source) {
        presence.computeIfAbsent(source, l -> new Coverage.Reader());
    }

    /** All that listens to a channel, in one pass. */
    private void read(SampleSource source) {
        List<SampleReader> readers = new ArrayList<>();
        passes.getOrDefault(source, List.of()).forEach(p -> readers.add(p.reader()));
        if (presence.containsKey(source)) {
            readers.add(presence.get(source));
        }
        if (listeners.containsKey(source)) {
            readers.add(listeners.get(source));
        }
        source.read(SampleReader.all(readers));
    }

    private Judgement verdict(List<SampleSource> watched) {
        List<Excursion> excursions = new ArrayList<>();
        for (SampleSource s : watched) {
            for (RulePass p : passes.getOrDefault(s, List.of())) {
                excursions.addAll(p.excursions());
                p.trouble().ifPresent(reasons::add);
            }
        }
        boolean departed = !excursions.isEmpty();
        Coverage all = Coverage.of(
                watched.stream().map(s -> presence.get(s).coverage()).toList());
        boolean gapped = gaps(all, excursions);
        covered(all, watched);
        if (limits.rules().isEmpty() && limits.gapRules().isEmpty()) {
            reasons.add(NO_LIMITS);
        }
        if (watched.stream().noneMatch(SampleSource::events)
                && watched.stream().allMatch(s -> presence.get(s).coverage().samples() <= 1)) {
            reasons.add(CoreTexts.stored("stored.judge.thereIsNoMoreThanOneSample"));
        }
        excursions.sort(
                Comparator.comparing((Excursion e) -> e.span().getStart()).thenComparing(Excursion::rule));
        Verdict verdict = departed
                ? Verdict.EXCURSIONS
                : !reasons.isEmpty() ? Verdict.INCONCLUSIVE : gapped ? Verdict.EXCURSIONS : Verdict.WITHIN;
        return new Judgement(verdict, excursions, all, List.copyOf(reasons));
    }

    /** Adds what departs from the rules on gaps; returns whether a gap is too long. */
    private boolean gaps(Coverage all, List<Excursion> into) {
        boolean tooLong = false;
        for (GapRule rule : limits.gapRules()) {
            Optional<Coverage> looked = rule.channel() == null
                    ? Optional.of(all)
                    : record.source(rule.channel()).map(s -> of(s, all));
            if (looked.isEmpty()) {
                continue;
            }
            List<Excursion> longGaps = GapFinder.longGaps(rule, looked.get());
            tooLong |= !longGaps.isEmpty();
            into.addAll(longGaps);
            into.addAll(GapFinder.coverage(rule, looked.get()));
            if (limits.rules().isEmpty() && rule.coverage() != null) {
                // where nothing but this is asked for
                covered(looked.get(), rule.coverage(), rule.channel());
            }
        }
        return tooLong;
    }

    /** How well a channel is covered over the time of all: where it has not begun yet it has a gap. */
    private Coverage of(SampleSource channel, Coverage all) {
        return presence.get(channel).coverage().over(all.judged());
    }

    /** Each channel by itself that a rule of values looks at; where there are none, all together. */
    private void covered(Coverage all, List<SampleSource> watched) {
        watched.stream()
                .filter(passes::containsKey)
                .forEach(s -> covered(
                        of(s, all), needed(s.channel().label()), s.channel().label()));
        if (limits.rules().isEmpty() && limits.gapRules().stream().allMatch(g -> g.coverage() == null)) {
            covered(all, COVERAGE_NEEDED, null);
        }
    }

    /** Per cent that limits demand to be covered of any channel: the strictest that is said, {@value #COVERAGE_NEEDED} where nothing is. */
    public static double needed(Limits limits) {
        return limits.gapRules().stream()
                .filter(g -> g.coverage() != null)
                .mapToDouble(GapRule::coverage)
                .max()
                .orElse(COVERAGE_NEEDED);
    }

    /** Per cent that must be covered of a channel: what its own gap rule says, else one for all. Of several the strictest. */
    private double needed(String channel) {
        return needed(g -> channel.equals(g.channel()))
                .orElse(needed(g -> g.channel() == null).orElse(COVERAGE_NEEDED));
    }

    private OptionalDouble needed(Predicate<GapRule> which) {
        return limits.gapRules().stream()
                .filter(g -> g.coverage() != null)
                .filter(which)
                .mapToDouble(GapRule::coverage)
                .max();
    }

    private void covered(Coverage of, double needed, String channel) {
        if (GapFinder.tooLittle(of, needed)) {
            reasons.add(
                    channel == null
                            ? CoreTexts.stored("stored.judge.samplesCoverLessOfTheRecord", "needed", plain(needed))
                            : CoreTexts.stored(
                                    "stored.judge.samplesCoverLess", "needed", plain(needed), "channel", channel));
        }
    }

    private static String plain(double v) {
        return v == Math.rint(v) ? Long.toString((long) v) : Double.toString(v);
    }
}
