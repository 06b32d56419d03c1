package org.pelerin.app.collect;

import java.time.Duration;
import java.time.Instant;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Plan;
import org.pelerin.link.message.LoggerEvent;
import org.pelerin.link.message.MissionHeader;

/** How many samples a mission must hold, from its start, interval and stop alone. */
final class Expected {

    private Expected() {}

    /**
     * @param readAt when it was collected, as the logger counts on from its first sample, for one that still ran
     * @param fromStart whether the first records are held, so that with wrap too nothing may be missing
     */
    static long samples(MissionHeader header, Instant readAt, boolean fromStart) {
        if (header.firstSampleAt() == null) {
            return 0;
        }
        Plan plan = header.plan();
        Instant until = header.stop().map(LoggerEvent::at).orElse(readAt);
        boolean flat = header.stop()
                .map(e -> e.kind() == LoggerEvent.Kind.STOPPED_BATTERY)
                .orElse(false);
        Duration recording = Duration.between(header.firstSampleAt(), until);
        if (plan.scan() != null && !flat) {
            // a scanned record is there once its last scan is
            recording = recording.minus(plan.interval().minus(plan.scan()));
        }
        long taken = recording.isNegative()
                ? 0
                : recording.toMillis() / plan.interval().toMillis() + (flat ? 0 : 1);
        LoggerModel model = ModelCatalogue.get(plan.model());
        long most = Math.min(plan.lastRecord(model, header.firstSampleAt()), taken);
        // with wrap only the last that fit are kept
        return fromStart ? most : Math.min(most, plan.capacity(model));
    }
}
