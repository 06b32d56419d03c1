package org.pelerin.link.message;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.pelerin.core.model.ChannelModel;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.MeasuredChannel;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.RecordConverter;

/** What the counts of a live reading mean. */
public final class LiveValues {

    /**
     * One channel's reading.
     *
     * @param index of the channel
     * @param channel how it is measured
     * @param raw electrical or native quantity, NaN where the sensor reads open
     * @param value in the unit shown, NaN where there is none
     */
    public record Value(int index, MeasuredChannel channel, double raw, double value) {

        /** Whether nothing usable is connected. */
        public boolean open() {
            return Double.isNaN(raw) || Double.isNaN(value);
        }
    }

    private LiveValues() {}

    /**
     * One value a channel of the model: those that a plan records as it has them measured, the others as they are by themselves.
     *
     * @param plan that the reading was asked for with, or that is in the logger; null if there is none
     */
    public static List<Value> of(LoggerModel model, Plan plan, LiveReading reading) {
        List<Integer> planned = plan == null ? List.of() : plan.enabled();
        RecordConverter converter = plan == null ? null : new RecordConverter(model, plan);
        List<Value> out = new ArrayList<>();
        for (int i = 0; i < model.channels().size() && i < reading.counts().size(); i++) {
            if (!planned.contains(i)) {
                ChannelModel channel = model.channels().get(i);
                MeasuredChannel own =
                        MeasuredChannel.of(channel, new ChannelSettings(false, channel.label(), null, null), List.of());
                double raw = raw(own, reading.counts().get(i));
                out.add(new Value(i, own, raw, own.value(raw, org.pelerin.core.sensor.Scaler.Row.NONE)));
            }
        }
        double[] raws = new double[planned.size()];
        Arrays.setAll(
                raws, c -> raw(converter.channels().get(c), reading.counts().get(planned.get(c))));
        double[] values = converter == null ? raws : converter.values(raws);
        for (int c = 0; c < raws.length; c++) {
            out.add(new Value(planned.get(c), converter.channels().get(c), raws[c], values[c]));
        }
        out.sort(java.util.Comparator.comparingInt(Value::index));
        return out;
    }

    private static double raw(MeasuredChannel channel, int count) {
        return count == MissionPage.FAULT
                ? Double.NaN
                : channel.input().resolution().value(count);
    }
}
