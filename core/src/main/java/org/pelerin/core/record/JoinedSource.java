package org.pelerin.core.record;

import java.util.List;
import java.util.OptionalLong;
import org.pelerin.core.series.Block;
import org.pelerin.core.series.Channel;

/**
 * One channel as several records had it in turn, each with its own interval. Between two of them is a gap, which is told as missing; a
 * stretch that is excluded inside one stays one.
 *
 * @param parts in the order of time, without overlap; each has a judged stretch
 */
record JoinedSource(Channel channel, List<SampleSource> parts) implements SampleSource {

    @Override
    public boolean events() {
        return parts.stream().allMatch(SampleSource::events);
    }

    @Override
    public OptionalLong anchor() {
        return parts.stream()
                .map(SampleSource::anchor)
                .filter(OptionalLong::isPresent)
                .findFirst()
                .orElse(OptionalLong.empty());
    }

    @Override
    public Spans judged() {
        Spans excluded = Spans.NONE;
        for (SampleSource p : parts) {
            Spans judged = p.judged();
            excluded = excluded.or(Spans.of(judged.from(0), end(judged)).without(judged));
        }
        return Spans.of(
                        parts.get(0).judged().from(0),
                        end(parts.get(parts.size() - 1).judged()))
                .without(excluded);
    }

    private static long end(Spans judged) {
        return judged.to(judged.count() - 1);
    }

    @Override
    public void read(SampleReader reader) {
        Relay relay = new Relay(reader);
        for (SampleSource p : parts) {
            relay.first = true;
            p.read(relay);
        }
        reader.end(relay.ended);
        reader.done();
    }

    /** Makes one telling of several. */
    private static final class Relay implements SampleReader {

        private final SampleReader next;
        private boolean begun;
        private boolean first;
        private long ended;

        Relay(SampleReader next) {
            this.next = next;
        }

        @Override
        public void begin(long at) {
            if (!begun) {
                next.begin(at);
                begun = true;
            } else if (!first) {
                next.end(ended);
                next.begin(at);
            } else if (at > ended) {
                next.missing(ended, at, at - ended);
            }
            first = false;
        }

        @Override
        public void sample(long from, long to, double value, double terms) {
            next.sample(from, to, value, terms);
        }

        @Override
        public void samples(long[] at, double[] values, int begin, int end) {
            next.samples(at, values, begin, end);
        }

        @Override
        public void block(Block block, long[] at, double[] values, int begin, int end) {
            next.block(block, at, values, begin, end);
        }

        @Override
        public void missing(long from, long to, long own) {
            next.missing(from, to, own);
        }

        @Override
        public void end(long at) {
            ended = at;
        }

        @Override
        public boolean skips(Block block) {
            return next.skips(block);
        }

        @Override
        public void skipped(long from, long to, Block block) {
            next.skipped(from, to, block);
        }
    }
}
