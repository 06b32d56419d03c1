package org.pelerin.app.deployment.prepare.check;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.loggers.connection.DockedLogger;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.Unit;
import org.pelerin.link.LoggerLink;
import org.pelerin.link.message.LiveValues;
import org.pelerin.link.message.LoggerState;
import org.springframework.stereotype.Service;

/** What a connected logger reads right now. */
@Service
public class LiveService {

    private final Dock dock;
    private final Formats show;

    LiveService(Dock dock, Formats show) {
        this.dock = dock;
        this.show = show;
    }

    /**
     * What a logger reads.
     *
     * @param watched what it waits for and how far that is, empty where it does not wait for a value
     */
    public record Reading(List<LiveGauge> gauges, String watched) {}

    public Reading read(String serial, ShownUnits inUnits) {
        DockedLogger logger = dock.get(serial);
        try (LoggerLink link = dock.open(serial)) {
            Plan plan = logger.status().mission() == 0 ? null : link.readPlan();
            List<LiveGauge> out = new ArrayList<>();
            List<LiveValues.Value> values = LiveValues.of(logger.model(), plan, link.live());
            for (LiveValues.Value v : values) {
                boolean planned = plan != null && plan.channels().get(v.index()).enabled();
                out.add(LiveGauge.of(v, planned ? plan.channels().get(v.index()) : null)
                        .shown(inUnits));
            }
            boolean waits = logger.status().state() == LoggerState.WAITING
                    && plan != null
                    && plan.start() instanceof StartCondition.OnThreshold;
            return new Reading(out, waits ? watched((StartCondition.OnThreshold) plan.start(), values, inUnits) : "");
        }
    }

    private String watched(StartCondition.OnThreshold start, List<LiveValues.Value> values, ShownUnits inUnits) {
        LiveValues.Value v = values.stream()
                .filter(x -> x.index() == start.channel())
                .findFirst()
                .orElseThrow();
        Conversion to = Unit.of(v.channel().unit()).shown(inUnits);
        int decimals = to.decimals(v.channel().decimals());
        String unit = "\u00a0" + to.symbol();
        String waits = switch (start.crossing()) {
            case ABOVE -> "rises above " + show.number(to.value(start.high()), decimals);
            case BELOW -> "falls below " + show.number(to.value(start.low()), decimals);
            case ENTERS ->
                "enters " + show.number(to.value(start.low()), decimals) + " … "
                        + show.number(to.value(start.high()), decimals);
            case LEAVES ->
                "leaves " + show.number(to.value(start.low()), decimals) + " … "
                        + show.number(to.value(start.high()), decimals);
        };
        double missing = start.missing(v.value());
        String far = Double.isNaN(missing)
                ? "; it reads open and will never start like this"
                : missing == 0
                        ? "; it starts with the next look"
                        : "; " + show.number(to.difference(missing), decimals) + unit + " to go";
        return "Starts when “" + v.channel().label() + "” " + waits + unit + ". It reads "
                + show.number(to.value(v.value()), decimals) + unit + far + ".";
    }
}
