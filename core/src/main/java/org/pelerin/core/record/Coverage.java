package org.pelerin.core.record;

import java.util.List;
import org.pelerin.core.series.Block;

/**
 * How much of the judged time valid samples stand for.
 *
 * @param judged the stretches that are judged
 * @param gaps of them that no valid sample stands for
 * @param unasked time at the beginning of a stretch that only an earlier sample stands for: neither judged nor missing
 * @param samples valid ones, of all channels
 */
public record Coverage(Spans judged, Spans gaps, Spans unasked, long samples) {

    public static Coverage of(SampleSource source) {
        Reader reader = new Reader();
        source.read(reader);
        return reader.coverage();
    }

    /**
     * Of several channels together: the judged time is the union of theirs, and a stretch is a gap where any of them has one, or has
     * not begun yet or ended already.
     */
    public static Coverage of(List<Coverage> several) {
        Spans judged = Spans.NONE;
        for (Coverage c : several) {
            judged = judged.or(c.judged);
        }
        Spans gaps = Spans.NONE;
        Spans unasked = judged;
        for (Coverage c : several) {
            gaps = gaps.or(c.gaps).or(judged.without(c.judged));
            unasked = unasked.and(c.unasked);
        }
        return new Coverage(
                judged,
                gaps,
                unasked.without(gaps),
                several.stream().mapToLong(Coverage::samples).sum());
    }

    /** The same over more time than it was judged on: what of that it had not begun yet, or had ended already, is missing. */
    public Coverage over(Spans all) {
        return new Coverage(all, gaps.or(all.without(judged)), unasked, samples);
    }

    /** Time on which samples are demanded, in ms. */
    public long demanded() {
        return judged.total() - unasked.total();
    }

    /** Per cent of the demanded time that valid samples stand for; of a record that lasts no time 100 where there is one, and 0 where there is none. */
    public double percent() {
        long demanded = demanded();
        if (demanded == 0) {
            return samples > 0 ? 100 : 0;
        }
        return 100.0 * (demanded - gaps.total()) / demanded;
    }

    /** Listens for what is missing. Blocks in which nothing is are skipped. */
    public static final class Reader implements SampleReader {

        private final Spans.Builder judged = new Spans.Builder();
        private final Spans.Builder gaps = new Spans.Builder();
        private final Spans.Builder unasked = new Spans.Builder();
        private long began;
        private boolean leading;
        private long samples;

        @Override
        public void begin(long at) {
            began = at;
            leading = true;
        }

        private void lead(long from) {
            if (leading) {
                unasked.add(began, from);
                leading = false;
            }
        }

        @Override
        public void sample(long from, long to, double value, double terms) {
            samples++;
            if (leading) {
                lead(from);
            }
        }

        @Override
        public void samples(long[] at, double[] values, int begin, int end) {
            samples += end - begin;
            lead(at[begin]);
        }

        @Override
        public void missing(long from, long to, long own) {
            lead(from);
            gaps.add(from, to);
        }

        @Override
        public void end(long at) {
            lead(at);
            judged.add(began, at);
        }

        @Override
        public boolean skips(Block block) {
            return true;
        }

        @Override
        public void skipped(long from, long to, Block block) {
            samples += block.count();
            lead(from);
        }

        public Coverage coverage() {
            return new Coverage(judged.build(), gaps.build(), unasked.build(), samples);
        }
    }
}
