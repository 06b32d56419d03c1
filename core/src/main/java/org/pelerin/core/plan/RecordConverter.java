package org.pelerin.core.plan;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalInt;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.sensor.Scaler;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Resolution;
import org.pelerin.core.series.SeriesPart;
import org.pelerin.core.series.TimeAxis;

/**
 * Turns the quantities of records into the values that a plan asks for. Channels with a formula come second, so that they may use
 * the others; a formula that uses another formula's channel finds no value there.
 */
public final class RecordConverter {

    /** What a scanned channel keeps of each record, its mean first. */
    private static final List<String> SCAN_SUFFIXES = List.of("", " least", " greatest");

    private final List<Integer> enabled;
    private final List<MeasuredChannel> channels;
    private final int perChannel;
    private final int reference;
    private final List<Integer> changing;

    public RecordConverter(LoggerModel model, Plan plan) {
        this.enabled = plan.enabled();
        this.channels =
                enabled.stream().map(i -> MeasuredChannel.of(model, plan, i)).toList();
        this.perChannel = plan.scan() == null ? 1 : Plan.SCAN_VALUES;
        this.changing = plan.changes(model);
        OptionalInt terminals = model.referenceChannel();
        this.reference = terminals.isPresent() ? enabled.indexOf(terminals.getAsInt()) : -1;
    }

    /**
     * The steps of a record's values, in their order.
     *
     * @param perChannel values that each channel puts into a record
     */
    public Resolution[] steps(int perChannel) {
        List<Resolution> out = new ArrayList<>();
        for (MeasuredChannel channel : channels) {
            for (int n = 0; n < perChannel; n++) {
                out.add(channel.input().resolution());
            }
        }
        return out.toArray(new Resolution[0]);
    }

    /**
     * One record's values, one an enabled channel, in the units shown.
     *
     * @param raw quantities, one an enabled channel; NaN for faults
     */
    public double[] values(double[] raw) {
        double[][] columns = new double[raw.length][];
        for (int i = 0; i < raw.length; i++) {
            columns[i] = new double[] {raw[i]};
        }
        double[][] converted = convert(columns);
        double[] out = new double[raw.length];
        Arrays.setAll(out, i -> converted[i][0]);
        return out;
    }

    /**
     * The series of the records. A channel whose every change is recorded has none here.
     *
     * @param raw a row a value of the record
     */
    public List<SeriesPart> series(double[][] raw, TimeAxis axis) {
        return series(raw, axis, perChannel, "");
    }

    /**
     * The series of the second table's records.
     *
     * @param raw a row a value of the record: mean, least and greatest of each channel
     * @param suffix that tells their labels from the first table's
     */
    public List<SeriesPart> second(double[][] raw, TimeAxis axis, String suffix) {
        return series(raw, axis, Plan.SCAN_VALUES, suffix);
    }

    /**
     * The states of a channel whose every change is recorded.
     *
     * @param position of the channel among the recorded ones
     * @param states 0 or 1, an event each; NaN where nothing was connected
     */
    public SeriesPart changes(int position, double[] states, TimeAxis axis) {
        MeasuredChannel channel = channels.get(position);
        double[] values = Arrays.stream(states)
                .map(v -> channel.value(v, Scaler.Row.NONE))
                .toArray();
        return new SeriesPart(
                Channel.of(channel.label(), channel.unit()),
                0,
                axis,
                values,
                channel.resolution().orElse(null));
    }

    private List<SeriesPart> series(double[][] raw, TimeAxis axis, int perChannel, String suffix) {
        double[][][] kinds = new double[perChannel][][];
        for (int kind = 0; kind < perChannel; kind++) {
            double[][] columns = new double[channels.size()][];
            for (int c = 0; c < columns.length; c++) {
                columns[c] = raw[c * perChannel + kind];
            }
            kinds[kind] = convert(columns);
        }
        List<SeriesPart> out = new ArrayList<>();
        for (int c = 0; c < channels.size(); c++) {
            MeasuredChannel channel = channels.get(c);
            if (changing.contains(enabled.get(c))) {
                continue;
            }
            for (int kind = 0; kind < perChannel; kind++) {
                String label = channel.label() + SCAN_SUFFIXES.get(kind) + suffix;
                Resolution step = channel.resolution().orElse(null);
                out.add(new SeriesPart(Channel.of(label, channel.unit()), 0, axis, kinds[kind][c], step));
            }
        }
        return out;
    }

    private double[][] convert(double[][] raw) {
        double[][] out = new double[raw.length][];
        double[] references = reference < 0 ? null : raw[reference];
        for (int c = 0; c < raw.length; c++) {
            if (!channels.get(c).formula()) {
                out[c] = plain(channels.get(c), raw[c], references);
            }
        }
        for (int c = 0; c < raw.length; c++) {
            if (channels.get(c).formula()) {
                out[c] = formula(c, raw[c], out);
            }
        }
        return out;
    }

    private static double[] plain(MeasuredChannel channel, double[] raw, double[] references) {
        double[] out = new double[raw.length];
        for (int i = 0; i < raw.length; i++) {
            Scaler.Row row = references == null ? Scaler.Row.NONE : Scaler.Row.reference(references[i]);
            out[i] = channel.value(raw[i], row);
        }
        return out;
    }

    private double[] formula(int c, double[] raw, double[][] converted) {
        double[] out = new double[raw.length];
        double[] others = new double[channels.size() - 1];
        for (int i = 0; i < raw.length; i++) {
            for (int o = 0, n = 0; o < channels.size(); o++) {
                if (o != c) {
                    others[n++] = channels.get(o).formula() ? Double.NaN : converted[o][i];
                }
            }
            out[i] = channels.get(c).value(raw[i], new Scaler.Row(Double.NaN, others));
        }
        return out;
    }

    /** Its recorded channels, in order. */
    public List<MeasuredChannel> channels() {
        return channels;
    }
}
