package org.pelerin.core.plan;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.language.CoreTexts;
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
                    CoreTexts.say(
                            "core.plan.deploymentCheck.areAtThisSpotAlready",
                            "listed",
                            listed(deployment.others()),
                            "others",
                            deployment.others().size()),
                    CoreTexts.say("core.plan.deploymentCheck.takeItAwayWhenThis"));
        }
        if (!deployment.namesakes().isEmpty()) {
            found.warns(
                    "loggerName",
                    CoreTexts.say(
                            "core.plan.deploymentCheck.areAlsoNamed",
                            "listed",
                            listed(deployment.namesakes()),
                            "namesakes",
                            deployment.namesakes().size(),
                            "loggerName",
                            plan.loggerName()),
                    CoreTexts.say("core.plan.deploymentCheck.chooseAnotherName"));
        }
    }

    private static String listed(List<String> serials) {
        int most = Math.min(3, serials.size());
        String named = String.join(", ", serials.subList(0, most));
        return serials.size() > most
                ? CoreTexts.say("core.plan.deploymentCheck.andMore", "named", named, "most", (serials.size() - most))
                : named;
    }

    private void depth() {
        Double depth = deployment.depth();
        if (depth != null && depth > model.ratedDepth()) {
            found.blocks(
                    "spot",
                    CoreTexts.say(
                            "core.plan.deploymentCheck.theSpotIsMUnder",
                            "plain",
                            Conflicts.plain(depth),
                            "name",
                            model.name(),
                            "ratedDepth",
                            (model.ratedDepth() == 0
                                    ? CoreTexts.say("core.plan.deploymentCheck.mustStayDry")
                                    : CoreTexts.say(
                                            "core.plan.deploymentCheck.hasARatedDepthOf",
                                            "plain",
                                            Conflicts.plain(model.ratedDepth())))),
                    CoreTexts.say("core.plan.deploymentCheck.chooseALoggerWithSufficient"));
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
                    CoreTexts.say("core.plan.deploymentCheck.theSpotRequiresLimitsIn", "unit", demand.unit()),
                    CoreTexts.say("core.plan.deploymentCheck.chooseAnotherLoggerOrAnother"));
        } else if (!any) {
            found.blocks(
                    "channels[" + measuring.get(0) + "].levels[0].high",
                    CoreTexts.say("core.plan.deploymentCheck.theSpotRequiresAndThe", "limits", limits(demand)),
                    CoreTexts.say("core.plan.deploymentCheck.setThemSoThatThe"));
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
                    CoreTexts.say(
                            "core.plan.deploymentCheck.theLimitOfIsWider",
                            "quantity",
                            LimitText.quantity(alarm.limit(), shown.symbol()),
                            "label",
                            c.label(),
                            "quantity2",
                            LimitText.quantity(limit, shown.symbol())),
                    CoreTexts.say("core.plan.deploymentCheck.tightenIt"));
        }
    }

    private static String limits(Deployment.Demand d) {
        return d.low() == null
                ? CoreTexts.say(
                        "core.plan.deploymentCheck.atMost", "plain", Conflicts.plain(d.high()), "unit", d.unit())
                : d.high() == null
                        ? CoreTexts.say(
                                "core.plan.deploymentCheck.atLeast",
                                "plain",
                                Conflicts.plain(d.low()),
                                "unit",
                                d.unit())
                        : CoreTexts.say(
                                "core.plan.deploymentCheck.plainToPlain2Unit",
                                "plain",
                                Conflicts.plain(d.low()),
                                "plain2",
                                Conflicts.plain(d.high()),
                                "unit",
                                d.unit());
    }

    private void placing(Instant now) {
        Instant start = Forecast.startsAt(plan.start(), now);
        if (deployment.placedAt() != null && start != null && start.isBefore(deployment.placedAt())) {
            found.warns(
                    "start",
                    CoreTexts.say(
                            "core.plan.deploymentCheck.itStartsBeforeItIs",
                            "between",
                            Durations.rough(Duration.between(start, deployment.placedAt()))),
                    CoreTexts.say("core.plan.deploymentCheck.startItLaterOrWith"));
        }
    }
}
