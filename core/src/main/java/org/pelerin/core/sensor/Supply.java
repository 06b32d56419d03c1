package org.pelerin.core.sensor;

import java.time.Duration;
import org.pelerin.core.language.CoreTexts;

/**
 * What a probe draws from the logger. Channels whose sensors name the same supply share it: it is counted once.
 *
 * @param name which one, as {@code 12 V}
 * @param volts its voltage
 * @param milliamps what the probe draws
 * @param warmUp how long before each sample it is switched on
 * @param continuous whether it is never switched off
 */
public record Supply(String name, double volts, double milliamps, Duration warmUp, boolean continuous) {

    public Supply {
        if (!(milliamps >= 0) || !(volts >= 0) || warmUp.isNegative()) {
            throw new IllegalArgumentException(CoreTexts.say("core.sensor.supply.aSupplyHasNoNegative"));
        }
    }
}
