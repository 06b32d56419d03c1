package org.pelerin.app.deployment.prepare.check;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.loggers.connection.DockedLogger;
import org.pelerin.app.platform.language.Texts;
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
            case ABOVE ->
                Texts.of(
                        "deployment.prepare.check.liveService.risesAbove",
                        "value",
                        show.number(to.value(start.high()), decimals));
            case BELOW ->
                Texts.of(
                        "deployment.prepare.check.liveService.fallsBelow",
                        "value",
                        show.number(to.value(start.low()), decimals));
            case ENTERS ->
                Texts.of(
                        "deployment.prepare.check.liveService.entersValueValue2",
                        "value",
                        show.number(to.value(start.low()), decimals),
                        "value2",
                        show.number(to.value(start.high()), decimals));
            case LEAVES ->
                Texts.of(
                        "deployment.prepare.check.liveService.leavesValueValue2",
                        "value",
                        show.number(to.value(start.low()), decimals),
                        "value2",
                        show.number(to.value(start.high()), decimals));
        };
        double missing = start.missing(v.value());
        String far = Double.isNaN(missing)
                ? Texts.of("deployment.prepare.check.liveService.itReadsOpenAndWill")
                : missing == 0
                        ? Texts.of("deployment.prepare.check.liveService.itStartsWithTheNext")
                        : Texts.of(
                                "deployment.prepare.check.liveService.toGo",
                                "difference",
                                show.number(to.difference(missing), decimals),
                                "unit",
                                unit);
        return Texts.of(
                "deployment.prepare.check.liveService.startsWhenItReads",
                "label",
                v.channel().label(),
                "waits",
                waits,
                "unit",
                unit,
                "value",
                show.number(to.value(v.value()), decimals),
                "far",
                far);
    }
}
