package org.pelerin.app.connect;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.plan.Plan;
import org.pelerin.link.LoggerLink;
import org.pelerin.link.capture.LiveValues;
import org.springframework.stereotype.Service;

/** What a connected logger reads right now. */
@Service
public class LiveService {

    private final Dock dock;

    LiveService(Dock dock) {
        this.dock = dock;
    }

    public List<LiveGauge> gauges(String serial) {
        DockedLogger logger = dock.get(serial);
        try (LoggerLink link = dock.open(serial)) {
            Plan plan = logger.status().mission() == 0 ? null : link.readPlan();
            List<LiveGauge> out = new ArrayList<>();
            for (LiveValues.Value v : LiveValues.of(logger.model(), plan, link.live())) {
                boolean planned = plan != null && plan.channels().get(v.index()).enabled();
                out.add(LiveGauge.of(v, planned ? plan.channels().get(v.index()) : null));
            }
            return out;
        }
    }
}
