package org.pelerin.link.message;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;

/** Reads plans of version 1, which have one pair of alarms a channel and no sensors, scans or options. */
final class PlanCodecV1 {

    private static final int ENABLED = 1;
    private static final int HIGH = 2;
    private static final int LOW = 4;
    private static final int HIGH_LATCHED = 8;
    private static final int LOW_LATCHED = 16;

    private PlanCodecV1() {}

    static Plan read(PayloadReader in) {
        String model = in.text();
        String name = in.text();
        Duration interval = Duration.ofMillis(in.i64());
        StartCondition start = PlanCodec.start(in);
        StopCondition stop = PlanCodec.stop(in);
        List<ChannelSettings> channels = new ArrayList<>();
        for (int n = in.u8(); n > 0; n--) {
            int flags = in.u8();
            String label = in.text();
            Alarm high = (flags & HIGH) != 0 ? alarm(in, (flags & HIGH_LATCHED) != 0) : null;
            Alarm low = (flags & LOW) != 0 ? alarm(in, (flags & LOW_LATCHED) != 0) : null;
            channels.add(new ChannelSettings((flags & ENABLED) != 0, label, high, low));
        }
        return new Plan(model, name, interval, start, stop, channels);
    }

    private static Alarm alarm(PayloadReader in, boolean latched) {
        return new Alarm(in.f64(), Duration.ofMillis(in.i64()), latched);
    }
}
