package org.pelerin.yard.logger;

import java.util.List;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.plan.Plan;

/** What the weighting and the time response of a sound level logger make of the A-weighted, fast levels around it. */
final class SoundSettings {

    /** The share of a fast level's distance from the mean that is left of it with the slow response. */
    private static final double SLOW = 0.6;

    private static final String MEAN = "sound level, mean";
    private static final List<String> EXTREMES = List.of("sound level, maximum", "sound level, minimum");

    private final LoggerModel model;
    private final double weighted;
    private final double weightedCalibrator;
    private final boolean slow;

    SoundSettings(LoggerModel model, Plan plan) {
        this.model = model;
        String weighting = model.option("weighting")
                .map(o -> plan == null ? o.preset() : plan.option(o))
                .orElse("A");
        this.weighted = OctaveBands.over(weighting, false);
        this.weightedCalibrator = OctaveBands.over(weighting, true);
        this.slow = plan != null && plan.option(model, "response", "slow");
    }

    /**
     * @param v level of a channel, A-weighted and fast
     * @param mean of the same moment
     */
    double applied(int channel, double v, double mean, boolean calibrator) {
        String quantity = model.channels().get(channel).quantity();
        if (!quantity.equals(MEAN) && !EXTREMES.contains(quantity)) {
            return v;
        }
        double responded = slow && EXTREMES.contains(quantity) ? mean + SLOW * (v - mean) : v;
        return responded + (calibrator ? weightedCalibrator : weighted);
    }
}
