package org.pelerin.core.derive;

import java.util.List;
import java.util.OptionalLong;
import java.util.function.ToDoubleFunction;
import org.pelerin.core.record.Coverage;
import org.pelerin.core.record.SampleReader;
import org.pelerin.core.record.SampleSource;
import org.pelerin.core.record.Spans;
import org.pelerin.core.series.Channel;

/**
 * A value for each stretch of time on which the values of all inputs stand; of inputs that share their instants, one a sample. What any
 * of them misses, or what the formula has no value for, is missing.
 *
 * <p>Cost: the inputs are read one after the other and kept, 32 bytes a sample each, while it is read.
 */
final class CombinedSource implements SampleSource {

    private final Channel channel;
    private final List<SampleSource> inputs;
    private final ToDoubleFunction<double[]> formula;

    CombinedSource(Channel channel, List<SampleSource> inputs, ToDoubleFunction<double[]> formula) {
        this.channel = channel;
        this.inputs = inputs;
        this.formula = formula;
    }

    @Override
    public Channel channel() {
        return channel;
    }

    @Override
    public boolean events() {
        return inputs.stream().allMatch(SampleSource::events);
    }

    @Override
    public OptionalLong anchor() {
        return inputs.get(0).anchor();
    }

    @Override
    public Spans judged() {
        return inputs.get(0).judged();
    }

    @Override
    public void read(SampleReader reader) {
        ValuedIntervals[] all = inputs.stream().map(ValuedIntervals::of).toArray(ValuedIntervals[]::new);
        int[] at = new int[all.length];
        double[] values = new double[all.length];
        Spans judged = judged();
        Spans unasked = Coverage.of(inputs.get(0)).unasked();
        for (int s = 0; s < judged.count(); s++) {
            reader.begin(judged.from(s));
            long until = judged.from(s);
            while (true) {
                long from = until;
                long to = judged.to(s);
                double terms = 0;
                boolean there = true;
                for (int i = 0; i < all.length; i++) {
                    while (at[i] < all[i].count() && all[i].to(at[i]) <= from) {
                        at[i]++;
                    }
                    if (at[i] == all[i].count() || all[i].from(at[i]) > from) {
                        there = false;
                        to = at[i] == all[i].count() ? to : Math.min(to, all[i].from(at[i]));
                    } else {
                        to = Math.min(to, all[i].to(at[i]));
                        values[i] = all[i].value(at[i]);
                        terms = Math.max(terms, all[i].terms(at[i]));
                    }
                }
                if (from >= judged.to(s)) {
                    break;
                }
                double v = there ? formula.applyAsDouble(values) : Double.NaN;
                if (Double.isFinite(v)) {
                    reader.sample(from, to, v, terms);
                } else if (!unasked.contains(from)) {
                    reader.missing(from, to, to - from);
                }
                until = to;
            }
            reader.end(judged.to(s));
        }
        reader.done();
    }
}
