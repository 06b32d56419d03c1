package org.pelerin.core.judge;

import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.pelerin.core.derive.Figure;
import org.pelerin.core.derive.MovingMean;
import org.pelerin.core.derive.Rate;
import org.pelerin.core.derive.WindowReader;
import org.pelerin.core.derive.Windows;
import org.pelerin.core.language.CoreTexts;
import org.pelerin.core.record.SampleReader;
import org.pelerin.core.record.SampleSource;
import org.pelerin.core.record.Spans;
import org.pelerin.core.series.Block;
import org.pelerin.core.stats.Comparison;

/** One rule on one channel: what reads its samples, and what came of it. */
final class RulePass {

    /** Per cent of the whole windows inside the record that may be empty. */
    private static final double EMPTY_ALLOWED = 5;

    private final Rule rule;
    private final SampleSource source;
    private final List<ValueExcursion> runs = new ArrayList<>();
    private final Runnable counted;
    private final Heard heard = new Heard();
    private final SampleReader reader;
    private boolean levels;
    private WindowReader windows;

    /**
     * @param excluded time that is not part of the run
     * @param site the zone of the site, or null
     * @param counted is told of each run that is found
     * @throws ZoneMissingException if the rule looks at the local clock and there is no zone for it
     */
    RulePass(Rule rule, SampleSource source, Spans excluded, ZoneId site, Runnable counted) {
        this.counted = counted;
        this.rule = rule;
        this.source = source;
        this.reader = chain(excluded, site);
    }

    /** Notes whether anything was told. */
    private static final class Heard implements SampleReader {
        private boolean any;

        @Override
        public void sample(long from, long to, double value, double terms) {
            any = true;
        }

        @Override
        public void samples(long[] at, double[] values, int begin, int end) {
            any = true;
        }

        @Override
        public boolean skips(Block block) {
            return true;
        }

        @Override
        public void skipped(long from, long to, Block block) {
            any = true;
        }
    }

    private SampleReader chain(Spans excluded, ZoneId site) {
        Basis basis = rule.basis();
        // a rate, a total or a dose of levels is none
        levels = source.channel().unit().level()
                && (basis instanceof Basis.Value
                        || basis instanceof Basis.MovingMean
                        || basis instanceof Basis.BlockMean);
        List<SampleReader> ends = new ArrayList<>(RunFinder.of(rule, source.channel(), levels, this::found));
        ends.add(heard);
        SampleReader end = SampleReader.all(ends);
        if (basis instanceof Basis.MovingMean m) {
            return new MovingMean(m.samples(), levels, end);
        }
        if (basis instanceof Basis.Rate r) {
            return new Rate(r.per().toMillis(), end);
        }
        if (basis instanceof Basis.BlockMean b) {
            return windows(
                    blocks(b.blocks(), site), Figure.mean(levels), b.blocks().coverage(), false, excluded, end);
        }
        if (basis instanceof Basis.Total t) {
            Figure total = Figure.total(t.per().toMillis());
            return windows(blocks(t.blocks(), site), total, t.blocks().coverage(), true, excluded, end);
        }
        if (basis instanceof Basis.Dose d) {
            Figure dose = Figure.dose(d.criterion(), d.exchange(), d.threshold());
            Windows shifts = Windows.shifts(d.from(), d.to(), d.days(), zone(d.zone(), site));
            return windows(shifts, dose, d.coverage(), false, excluded, end);
        }
        return end;
    }

    private void found(ValueExcursion run) {
        counted.run();
        runs.add(run);
    }

    private SampleReader windows(
            Windows of, Figure figure, double coverage, boolean wholeOnly, Spans excluded, SampleReader end) {
        // what only grows is out once it is out
        WindowReader.Early early = rule.basis() instanceof Basis.BlockMean
                ? WindowReader.Early.NEVER
                : (v, terms) -> Comparison.above(v, rule.bound().high(), terms);
        Spans judged = source.judged();
        long first = judged.isEmpty() ? 0 : judged.from(0);
        long last = judged.isEmpty() ? 0 : judged.to(judged.count() - 1);
        windows = new WindowReader(of, figure, coverage, wholeOnly, early, excluded, first, last, end);
        return windows;
    }

    private Windows blocks(Basis.Blocks blocks, ZoneId site) {
        OptionalLong first = source.anchor();
        if (blocks.anchor() == Basis.Anchor.START) {
            return Windows.anchored(first.orElse(0), blocks.window());
        }
        return Windows.onTheClock(blocks.window(), zone(blocks.zone(), site), first.orElse(0));
    }

    private ZoneId zone(ZoneId own, ZoneId site) {
        if (own == null && site == null) {
            throw new ZoneMissingException(rule.id());
        }
        return own == null ? site : own;
    }

    SampleReader reader() {
        return reader;
    }

    /** The excursions of the rule. */
    List<ValueExcursion> excursions() {
        if (windows != null) {
            // each window is a stretch of its own, or ends where time is left out: open is what reaches the edge of the
            // record
            runs.replaceAll(this::openAtEdges);
        }
        if (rule.lasting() instanceof Lasting.Allowance a) {
            return AllowanceSum.of(rule, a, levels, runs).map(List::of).orElse(List.of());
        }
        return runs;
    }

    private ValueExcursion openAtEdges(ValueExcursion run) {
        long from = run.span().getStart().toEpochMilli();
        long to = run.span().getEnd().toEpochMilli();
        return run.openAt(windows.holdsFirst(from, to), windows.holdsLast(from, to));
    }

    /** Why it could not judge all that it should have, in words; empty where it could. */
    Optional<String> trouble() {
        String channel = source.channel().label();
        boolean shifts = rule.basis() instanceof Basis.Dose;
        if (windows == null) {
            return heard.any
                    ? Optional.empty()
                    : Optional.of(
                            rule.basis() == Basis.VALUE
                                    ? CoreTexts.stored("stored.judge.holdsNoValidSample", "channel", channel)
                                    : CoreTexts.stored(
                                            "stored.judge.holdsNoValidSampleFor",
                                            "channel",
                                            channel,
                                            "rule",
                                            rule.id()));
        }
        if (windows.judged() == 0) {
            return Optional.of(CoreTexts.stored(
                    shifts ? "stored.judge.foundNoShift" : "stored.judge.foundNoBlock",
                    "rule",
                    rule.id(),
                    "channel",
                    channel));
        }
        double share = windows.whole() == 0 ? 0 : 100.0 * windows.empty() / windows.whole();
        return share > EMPTY_ALLOWED
                ? Optional.of(CoreTexts.stored(
                        shifts ? "stored.judge.couldNotJudgeShifts" : "stored.judge.couldNotJudgeBlocks",
                        "rule",
                        rule.id(),
                        "empty",
                        windows.empty(),
                        "whole",
                        windows.whole(),
                        "channel",
                        channel))
                : Optional.empty();
    }
}
