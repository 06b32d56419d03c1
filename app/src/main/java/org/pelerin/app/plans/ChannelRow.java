package org.pelerin.app.plans;

import java.util.List;
import org.pelerin.core.model.ChannelModel;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.plan.LimitText;
import org.pelerin.core.plan.MeasuredChannel;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.sensor.Sensor;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.Unit;

/**
 * What the channel table shows beside what is typed: what can be chosen, and what holds where nothing is typed.
 *
 * @param sensors names of the library's sensors that the channel can take in; empty where none can be chosen
 * @param kept name of the sensor that the plan holds and the library does not have, or null
 * @param units in which its values can be shown, the sensor's own first
 * @param faulty whether the channel cannot be measured as it stands
 */
public record ChannelRow(
        ChannelModel model,
        List<String> sensors,
        String kept,
        List<Conversion> units,
        String unit,
        String decimals,
        String low,
        String high,
        boolean faulty) {

    static ChannelRow of(LoggerModel logger, Plan plan, Plan base, int i, List<Sensor> library) {
        ChannelModel model = logger.channels().get(i);
        List<String> sensors = !model.choosable()
                ? List.of()
                : library.stream()
                        .filter(s -> model.input(s.input()).isPresent())
                        .map(Sensor::name)
                        .toList();
        Sensor held = base == null || i >= base.channels().size()
                ? null
                : base.channels().get(i).sensor();
        String kept = held == null || library.contains(held) ? null : held.name();
        try {
            MeasuredChannel channel = MeasuredChannel.of(logger, plan, i);
            return new ChannelRow(
                    model,
                    sensors,
                    kept,
                    Unit.of(channel.sensor().unit()).choices().stream()
                            .map(Unit.of(channel.sensor().unit())::shownIn)
                            .toList(),
                    channel.unit(),
                    String.valueOf(channel.decimals()),
                    LimitText.plain(rounded(channel.low())),
                    LimitText.plain(rounded(channel.high())),
                    false);
        } catch (IllegalArgumentException e) {
            return new ChannelRow(model, sensors, kept, List.of(Unit.NONE.shownIn(Unit.NONE)), "", "", "", "", true);
        }
    }

    private static double rounded(double v) {
        return Math.rint(v * 1000) / 1000;
    }
}
