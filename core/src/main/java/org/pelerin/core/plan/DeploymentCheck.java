package org.pelerin.core.plan;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.Unit;

/** A plan against what it is for: the depth and limits of the spot, the day it is placed. */
final class DeploymentCheck {

    private final LoggerModel model;
    private final Plan plan;
    private final Deployment deployment;
    private final ChannelCheck channels;
    private final Conflicts found;

    DeploymentCheck(LoggerModel model, Plan plan, Deployment deployment, ChannelCheck channels, Conflicts found) {
        this.model = model;
        this.plan = plan;
        this.deployment = deployment;
        this.channels = channels;
        this.found = found;
    }

    void all(Instant now) {
        depth();
        demands();
        placing(now);
        neighbours();
    }

    void demands() {
        deployment.demands().forEach(this::demand);
    }

    private void neighbours() {
        if (!deployment.others().isEmpty()) {
            found.warns(
                    "spot",
                    listed(deployment.others()) + (deployment.others().size() == 1 ? " lies" : " lie")
                            + " at this spot already, or is on its way there",
                    "Take it away when this one is placed, or choose another spot");
        }
        if (!deployment.namesakes().isEmpty()) {
            found.warns(
                    "loggerName",
                    listed(deployment.namesakes()) + (deployment.namesakes().size() == 1 ? " is" : " are") + " called “"
                            + plan.loggerName() + "” too",
                    "Give it a name of its own");
        }
    }

    private static String listed(List<String> serials) {
        int most = Math.min(3, serials.size());
        String named = String.join(", ", serials.subList(0, most));
        return serials.size() > most ? named + " and " + (serials.size() - most) + " more" : named;
    }

    private void depth() {
        Double depth = deployment.depth();
        if (depth != null && depth > model.ratedDepth()) {
            found.blocks(
                    "spot",
                    "The spot is " + Conflicts.plain(depth) + " m under water; " + model.name()
                            + (model.ratedDepth() == 0
                                    ? " must stay dry"
                                    : " is made for " + Conflicts.plain(model.ratedDepth()) + " m"),
                    "Take a logger that is made for that depth");
        }
    }

    /** Every channel that measures the quantity is looked at; one with limits is enough. */
    private void demand(Deployment.Demand demand) {
        List<Integer> measuring = new ArrayList<>();
        boolean any = false;
        for (int i : plan.enabled()) {
            Conversion shown = channels.read(i).map(c -> shown(demand, c)).orElse(null);
            if (shown == null || model.channels().get(i).added()) {
                continue;
            }
            measuring.add(i);
            any |= plan.channels().get(i).hasAlarm();
            lax(i, demand.high(), shown, true);
            lax(i, demand.low(), shown, false);
        }
        if (measuring.isEmpty()) {
            found.warns(
                    "channels",
                    "The spot demands limits in " + demand.unit() + ", which the plan does not measure",
                    "Take a logger that does, or another spot");
        } else if (!any) {
            found.blocks(
                    "channels[" + measuring.get(0) + "].levels[0].high",
                    "The spot demands " + limits(demand) + ", and the plan has no limits",
                    "Set them, so that the mission can be judged");
        }
    }

    private static Conversion shown(Deployment.Demand demand, MeasuredChannel channel) {
        return Unit.of(demand.unit()).to(Unit.of(channel.unit())).orElse(null);
    }

    private void lax(int i, Double demanded, Conversion shown, boolean upper) {
        ChannelSettings c = plan.channels().get(i);
        Alarm alarm = upper ? c.high() : c.low();
        if (demanded == null || alarm == null) {
            return;
        }
        double limit = shown.value(demanded);
        if (upper ? alarm.limit() > limit : alarm.limit() < limit) {
            found.warns(
                    "channels[" + i + "].levels[0]." + (upper ? "high" : "low"),
                    "The limit " + LimitText.quantity(alarm.limit(), shown.symbol()) + " of “" + c.label()
                            + "” is laxer than the " + LimitText.quantity(limit, shown.symbol())
                            + " that the spot demands",
                    "Tighten it");
        }
    }

    private static String limits(Deployment.Demand d) {
        return d.low() == null
                ? "at most " + Conflicts.plain(d.high()) + " " + d.unit()
                : d.high() == null
                        ? "at least " + Conflicts.plain(d.low()) + " " + d.unit()
                        : Conflicts.plain(d.low()) + " to " + Conflicts.plain(d.high()) + " " + d.unit();
    }

    private void placing(Instant now) {
        Instant start = Forecast.startsAt(plan.start(), now);
        if (deployment.placedAt() != null && start != null && start.isBefore(deployment.placedAt())) {
            found.warns(
                    "start",
                    "It starts " + Durations.rough(Duration.between(start, deployment.placedAt()))
                            + " before it is placed: the way there would be judged with it",
                    "Start it later, or with its button");
        }
    }
}
