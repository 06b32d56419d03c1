package org.pelerin.yard.logger;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.stream.IntStream;
import org.pelerin.core.model.Input;
import org.pelerin.core.model.InputModel;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.plan.MeasuredChannel;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.RecordConverter;
import org.pelerin.core.sensor.Scaler;
import org.pelerin.core.sensor.Sensor;
import org.pelerin.link.message.MissionPage;

/** A logger's converter: quantities at the inputs to counts, and counts to the values its alarms look at. */
final class Measuring {

    private final List<Integer> channels;
    private final InputModel[] inputs;
    private final Sensor[] sensors;
    private final Duration interval;
    private final RecordConverter converter;
    private final SoundSettings sound;

    private Measuring(LoggerModel model, List<Integer> channels, Plan plan) {
        this.channels = channels;
        this.inputs = new InputModel[channels.size()];
        this.sensors = new Sensor[channels.size()];
        for (int c = 0; c < inputs.length; c++) {
            int channel = channels.get(c);
            boolean planned = plan != null && plan.channels().get(channel).enabled();
            sensors[c] = planned ? plan.channels().get(channel).sensor() : null;
            inputs[c] = planned
                    ? MeasuredChannel.of(model, plan, channel).input()
                    : model.channels().get(channel).own();
        }
        this.interval = plan == null ? Duration.ofMinutes(1) : plan.interval();
        this.sound = model.sound() ? new SoundSettings(model, plan) : null;
        this.converter = plan == null ? null : new RecordConverter(model, plan);
    }

    /** What a plan records. */
    static Measuring of(LoggerModel model, Plan plan) {
        return new Measuring(model, plan.enabled(), plan);
    }

    /** Every channel; as the plan says where there is one. */
    static Measuring all(LoggerModel model, Plan plan) {
        return new Measuring(
                model, IntStream.range(0, model.channels().size()).boxed().toList(), plan);
    }

    /** @param battery share of the battery's charge that is left */
    int[] counts(Probe probe, Instant world, double battery, boolean open) {
        int[] out = new int[inputs.length];
        for (int c = 0; c < out.length; c++) {
            InputModel input = inputs[c];
            double v = input.kind() == Input.BATTERY ? 9.6 + 2.9 * battery : measured(probe, c, world);
            boolean fault = Double.isNaN(v) || !input.inRange(v) || open && input.kind() != Input.BATTERY;
            out[c] = fault ? MissionPage.FAULT : (int) input.resolution().count(v);
        }
        return out;
    }

    private double measured(Probe probe, int c, Instant world) {
        double v = probe.measure(channels.get(c), inputs[c], sensors[c], interval, world);
        if (sound == null) {
            return v;
        }
        double mean = probe.measure(0, inputs[c], null, interval, world);
        return sound.applied(channels.get(c), v, mean, probe.calibrator());
    }

    /** The value of one channel's quantity, in the unit shown; NaN where there is none. */
    double value(int position, double raw) {
        return converter.channels().get(position).value(raw, Scaler.Row.NONE);
    }

    /** The values of counts, in the units shown; for what a plan records. */
    double[] values(int[] counts) {
        double[] raw = new double[counts.length];
        for (int c = 0; c < raw.length; c++) {
            raw[c] = counts[c] == MissionPage.FAULT
                    ? Double.NaN
                    : inputs[c].resolution().value(counts[c]);
        }
        return converter.values(raw);
    }
}
