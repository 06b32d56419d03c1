package org.pelerin.yard.world;

/**
 * How a kind of place behaves when nothing goes wrong. Temperatures in °C, humidity in %RH, times in minutes.
 *
 * @param mean mean temperature
 * @param daily half the swing over a day, warmest at 15:00 UTC
 * @param cycle period of the cooling machine, 0 for none
 * @param ripple half the swing over a cycle
 * @param defrostEvery minutes between defrosts, 0 for none
 * @param defrostRise rise during the 20 minutes of a defrost
 * @param noise largest random departure
 * @param humidity mean relative humidity
 * @param humiditySwing half its swing over a day
 * @param ambient temperature outside, towards which it drifts when cooling fails
 */
public record Climate(
        double mean,
        double daily,
        int cycle,
        double ripple,
        int defrostEvery,
        double defrostRise,
        double noise,
        double humidity,
        double humiditySwing,
        double ambient) {

    static final Climate CELLAR = new Climate(12.1, 0.45, 40, 0.25, 0, 0, 0.08, 91, 1.6, 21);
    static final Climate COLD_STORE = new Climate(4.0, 0.3, 25, 0.4, 480, 1.2, 0.1, 78, 2, 19);
    static final Climate MILK_TANK = new Climate(3.6, 0.15, 30, 0.2, 0, 0, 0.05, 70, 1, 18);
    static final Climate HALL = new Climate(17.5, 2.4, 0, 0, 0, 0, 0.2, 55, 6, 16);
    static final Climate VAN = new Climate(4.6, 0.8, 18, 0.5, 360, 1.0, 0.2, 65, 4, 17);
    static final Climate BENCH = new Climate(20.8, 0.9, 0, 0, 0, 0, 0.1, 45, 4, 20);
}
