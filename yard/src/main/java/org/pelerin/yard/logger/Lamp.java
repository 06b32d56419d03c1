package org.pelerin.yard.logger;

import java.util.List;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.plan.Plan;
import org.pelerin.link.message.LoggerEvent;
import org.pelerin.link.message.LoggerState;

/** What a logger shows to whoever stands before it: lamp, sounder, relays. */
final class Lamp {

    private Lamp() {}

    /** @param plan null if it has none */
    static String of(LoggerModel model, Plan plan, LoggerState state, AlarmPanel alarms, boolean flat) {
        if (flat) {
            return "dark";
        }
        boolean off = plan != null && plan.option(model, "lamp", "off");
        boolean onlyAlarm = plan != null && plan.option(model, "lamp", "alarm");
        StringBuilder out = new StringBuilder(off ? "dark" : lamp(state, alarms.raised(), onlyAlarm));
        if (plan != null && alarms.raised() && plan.option(model, "sounder", "alarm")) {
            out.append("; sounding");
        }
        for (String relay : List.of("relay1", "relay2")) {
            if (plan != null && closed(model, plan, alarms, relay)) {
                out.append("; ").append(relay.replace("relay", "relay ")).append(" closed");
            }
        }
        return out.toString();
    }

    private static String lamp(LoggerState state, boolean alarm, boolean onlyAlarm) {
        return switch (state) {
            case IDLE -> "dark";
            case WAITING -> onlyAlarm ? "dark" : "green, slow";
            case LOGGING -> alarm ? "red, blinking" : onlyAlarm ? "dark" : "green, blinking";
            case ENDED -> alarm ? "red, steady" : "both, steady";
        };
    }

    private static boolean closed(LoggerModel model, Plan plan, AlarmPanel alarms, String relay) {
        return plan.option(model, relay, "any") && alarms.raised()
                || plan.option(model, relay, "high") && alarms.raised(LoggerEvent.Kind.ALARM_HIGH)
                || plan.option(model, relay, "low") && alarms.raised(LoggerEvent.Kind.ALARM_LOW);
    }
}
