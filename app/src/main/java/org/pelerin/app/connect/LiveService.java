package org.pelerin.app.connect;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.plan.Plan;
import org.pelerin.link.LoggerLink;
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
            List<Double> values = WriteService.values(logger, link.live());
            Plan plan = logger.status().mission() == 0 ? null : link.readPlan();
            List<LiveGauge> out = new ArrayList<>();
            for (int i = 0; i < values.size(); i++) {
                out.add(LiveGauge.of(
                        logger.model().channels().get(i),
                        plan == null ? null : plan.channels().get(i),
                        values.get(i)));
            }
            return out;
        }
    }
}
