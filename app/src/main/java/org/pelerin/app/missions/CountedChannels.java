package org.pelerin.app.missions;

import java.util.HashMap;
import java.util.Map;
import org.pelerin.core.model.Input;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.MeasuredChannel;
import org.pelerin.core.plan.Plan;

/** Channels of a mission that are contacts or meters, for which a mean or a percentile says nothing. */
public final class CountedChannels {

    private CountedChannels() {}

    /** By their labels, {@link Input#CONTACT} or {@link Input#PULSES}; none where the model is not known. */
    public static Map<String, Input> of(Mission mission) {
        Map<String, Input> out = new HashMap<>();
        LoggerModel model = ModelCatalogue.find(mission.device().model()).orElse(null);
        if (model == null) {
            return out;
        }
        Plan plan = mission.plan();
        for (int i : plan.enabled()) {
            MeasuredChannel channel = MeasuredChannel.of(model, plan, i);
            Input kind = channel.input().kind();
            // pulses that were made a rate are a quantity like others: their sum is no amount
            boolean amounts = kind == Input.PULSES && !channel.unit().contains("/");
            if (kind == Input.CONTACT || amounts) {
                out.put(channel.label(), kind);
            }
        }
        return out;
    }
}
