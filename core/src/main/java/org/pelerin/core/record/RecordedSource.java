package org.pelerin.core.record;

import java.util.HashMap;
import java.util.Map;
import java.util.OptionalLong;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.ForkJoinTask;
import org.pelerin.core.series.Block;
import org.pelerin.core.series.BlockCodec;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;

/**
 * A recorded series on its judged stretches.
 *
 * <p>A sample counts if its instant lies inside a stretch, and is cut at the stretch's end. Samples whose instants lie in time that is
 * not valid are missing, each until the next one; an event's value stops there and holds again after it.
 *
 * <p>Cost: one pass; blocks that the reader skips are not decoded.
 *
 * @param judged in which it is read
 * @param invalid whose samples are missing
 * @param given the beginning of the judged time, where somebody or something set it; else empty
 */
record RecordedSource(Series series, Spans judged, Spans invalid, OptionalLong given) implements SampleSource {

    @Override
    public Channel channel() {
        return series.channel();
    }

    @Override
    public boolean events() {
        return series.axis().events();
    }

    /** Cost: blocks in which everything is missing are passed over, and one is decoded. */
    @Override
    public OptionalLong anchor() {
        return given.isPresent() ? given : firstValid();
    }

    private OptionalLong firstValid() {
        TimeAxis axis = series.axis();
        for (int i = 0; i < judged.count(); i++) {
            long index = axis.indexAtOrAfter(judged.from(i));
            while (index < axis.count() && axis.millisAt(index) < judged.to(i)) {
                Block block = series.blocks().get((int) (index / Block.CAPACITY));
                long end = block.firstIndex() + block.count();
                double[] values = block.missing() == block.count() ? new double[0] : block.values();
                for (; values.length > 0 && index < end; index++) {
                    long at = axis.millisAt(index);
                    if (at >= judged.to(i)) {
                        break;
                    }
                    if (!Double.isNaN(values[(int) (index - block.firstIndex())]) && !invalid.contains(at)) {
                        return OptionalLong.of(at);
                    }
                }
                index = end;
            }
        }
        return OptionalLong.empty();
    }

    @Override
    public void read(SampleReader reader) {
        Pass pass = new Pass(series, invalid, reader);
        for (int i = 0; i < judged.count(); i++) {
            pass.stretch(judged.from(i), judged.to(i));
        }
        reader.done();
    }

    /** One reading; the block decoded last is kept for the next stretch. */
    private static final class Pass {

        private final Series series;
        private final TimeAxis axis;
        private final Spans invalid;
        private final SampleReader reader;
        private final boolean events;
        private static final int AHEAD = 4;
        private final long[] instants = new long[Block.CAPACITY + 1];
        private final Map<Integer, ForkJoinTask<double[]>> ahead = new HashMap<>();
        /** One past the last block that this stretch needs. */
        private int aheadTo;

        private int decoded = -2;
        private double[] values;

        Pass(Series series, Spans invalid, SampleReader reader) {
            this.series = series;
            this.axis = series.axis();
            this.invalid = invalid;
            this.reader = reader;
            this.events = series.axis().events();
        }

        void stretch(long from, long to) {
            reader.begin(from);
            long first = axis.indexAtOrAfter(from);
            // those that stand for no time at the very end too
            long last = to >= axis.millisAt(axis.count()) ? axis.count() : axis.indexAtOrAfter(to);
            long begins =
                    first < axis.count() ? axis.millisAt(first) : axis.end().toEpochMilli();
            lead(first, from, Math.min(begins, to));
            aheadTo = (int) ((last + Block.CAPACITY - 1) / Block.CAPACITY);
            samples(first, last, to);
            long ends = Math.max(from, axis.millisAt(axis.count()));
            // a record of one row may last no time, of which nothing is missing
            boolean instant = to == ends + 1 && ends == axis.millisAt(0);
            if (ends < to && !instant) {
                reader.missing(ends, to, to - ends);
            }
            reader.end(to);
        }

        /** The time before the first sample inside. */
        private void lead(long first, long from, long until) {
            if (until <= from) {
                return;
            }
            if (first == 0) {
                reader.missing(from, until, until - from);
                return;
            }
            double before = value(first - 1);
            if (Double.isNaN(before) || !events && invalid.contains(axis.millisAt(first - 1))) {
                reader.missing(from, until, until - from);
            } else if (events) {
                event(from, until, before);
            }
        }

        private void samples(long first, long last, long to) {
            long index = first;
            while (index < last) {
                int number = (int) (index / Block.CAPACITY);
                Block block = series.blocks().get(number);
                long end = Math.min(last, block.firstIndex() + block.count());
                long from = axis.millisAt(index);
                if (index == block.firstIndex()
                        && end == block.firstIndex() + block.count()
                        && block.missing() == 0
                        && reader.skips(block)) {
                    long until = Math.min(to, axis.millisAt(end));
                    if (invalid.edgeAfter(from - 1) > until && !invalid.contains(from)) {
                        reader.skipped(from, until, block);
                        index = end;
                        continue;
                    }
                }
                double[] all = decoded(number);
                int offset = (int) (index - block.firstIndex());
                if (block.missing() == 0 && invalid.isEmpty() && axis.millisAt(end) <= to) {
                    int count = (int) (end - index);
                    axis.millis(index, count + 1, instants, offset);
                    if (count == block.count()) {
                        reader.block(block, instants, all, offset, offset + count);
                    } else {
                        reader.samples(instants, all, offset, offset + count);
                    }
                    index = end;
                    continue;
                }
                for (; index < end; index++) {
                    long until = axis.millisAt(index + 1);
                    until = until < to ? until : to;
                    sample(index, from, until, all[offset++]);
                    from = until;
                }
            }
        }

        private void sample(long index, long from, long until, double v) {
            if (Double.isNaN(v)) {
                reader.missing(from, until, own(index, from, until));
            } else if (invalid.isEmpty()) {
                reader.sample(from, until, v, SampleReader.EXACT);
            } else if (events) {
                event(from, until, v);
            } else if (invalid.contains(from)) {
                reader.missing(from, until, own(index, from, until));
            } else {
                reader.sample(from, until, v, SampleReader.EXACT);
            }
        }

        /** A value that holds, with what is not valid taken out of it. */
        private void event(long from, long until, double v) {
            if (from == until && !invalid.contains(from)) {
                reader.sample(from, until, v, SampleReader.EXACT);
            }
            for (long at = from; at < until; ) {
                long next = Math.min(until, invalid.edgeAfter(at));
                if (invalid.contains(at)) {
                    reader.missing(at, next, next - at);
                } else {
                    reader.sample(at, next, v, SampleReader.EXACT);
                }
                at = next;
            }
        }

        /** How long a missing sample's period was by the logger's clock; where the stretch cuts it, on the reference clock. */
        private long own(long index, long from, long until) {
            return until < axis.millisAt(index + 1)
                    ? until - from
                    : axis.ownMillisAt(index + 1) - axis.ownMillisAt(index);
        }

        private double value(long index) {
            return decoded((int) (index / Block.CAPACITY))[(int) (index % Block.CAPACITY)];
        }

        private double[] decoded(int number) {
            if (decoded != number) {
                ForkJoinTask<double[]> begun = ahead.remove(number);
                if (decoded == number - 1) {
                    decodeAhead(number + 1);
                }
                values = begun == null ? series.blocks().get(number).values() : begun.join();
                decoded = number;
            }
            return values;
        }

        /** Blocks that are read one after the other are decoded on other cores too, a few before they are asked for. */
        private void decodeAhead(int from) {
            int to = Math.min(aheadTo, from + AHEAD);
            for (int n = from; n < to; n++) {
                Block block = series.blocks().get(n);
                if (!ahead.containsKey(n)) {
                    // fetched here, where whoever reads may be in a transaction
                    byte[] data = block.data();
                    ahead.put(n, ForkJoinPool.commonPool().submit(() -> BlockCodec.decode(data, block.count())));
                }
            }
        }
    }
}
