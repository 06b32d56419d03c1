package org.pelerin.core.plan;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.pelerin.core.model.Firmware;
import org.pelerin.core.model.LoggerModel;

/** Finds everything that speaks against a plan before it is written; each part looks at one subject. */
public final class Preflight {

    private Preflight() {}

    /** The conflicts of the settings alone. */
    public static List<Conflict> ofSettings(LoggerModel model, Plan plan, Instant now) {
        return ofSettings(model, plan, null, now);
    }

    /** @param firmware that is to carry the settings out, or null where that is not known */
    public static List<Conflict> ofSettings(LoggerModel model, Plan plan, Firmware firmware, Instant now) {
        Conflicts found = new Conflicts(model, firmware);
        settings(model, plan, new ChannelCheck(model, plan, found), now, found);
        return found.all();
    }

    /** The conflicts of the settings and of what they will come to on a new battery, with no logger in hand. */
    public static List<Conflict> ofPlan(LoggerModel model, Plan plan, Instant collectBy, Instant now) {
        Conflicts found = new Conflicts(model, null);
        settings(model, plan, new ChannelCheck(model, plan, found), now, found);
        new ForecastCheck(model, plan, found).all(now, 1, Deployment.collectedBy(collectBy), Map.of());
        return found.all();
    }

    /** The conflicts of the settings with the logger in hand and what it is sent out for. */
    public static List<Conflict> of(
            LoggerModel model, Plan plan, LoggerCondition logger, Deployment deployment, Instant now) {
        Conflicts found = new Conflicts(model, logger.firmware());
        ChannelCheck channels = new ChannelCheck(model, plan, found);
        LoggerCheck check = new LoggerCheck(model, plan, logger, found);
        check.before();
        settings(model, plan, channels, now, found);
        new DeploymentCheck(model, plan, deployment, channels, found).all(now);
        check.after(now, deployment);
        return found.all();
    }

    /** What a spot demands and a plan that was written does not keep to. */
    public static List<Conflict> ofDemands(LoggerModel model, Plan plan, List<Deployment.Demand> demands) {
        Conflicts found = new Conflicts(model, null);
        Deployment there = new Deployment(null, null, null, demands);
        new DeploymentCheck(model, plan, there, new ChannelCheck(model, plan, found), found).demands();
        return found.all();
    }

    private static void settings(LoggerModel model, Plan plan, ChannelCheck channels, Instant now, Conflicts found) {
        new SettingsCheck(model, plan, channels, found).all(now);
        channels.all();
        channels.supplies();
    }
}
