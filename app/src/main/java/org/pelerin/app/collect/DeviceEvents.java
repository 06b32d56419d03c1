package org.pelerin.app.collect;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.missions.Mission;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.link.message.LoggerEvent;
import org.pelerin.link.message.MissionHeader;
import org.springframework.stereotype.Service;

/** What a logger noted of a mission by itself, and when somebody came for its records. */
@Service
public class DeviceEvents {

    /**
     * @param at on the clock that is judged by; of settings of the clock, when it was set
     * @param sign one character that stands for it in a drawing
     */
    public record DeviceEvent(Instant at, String sign, String what) {}

    private final CaptureStore captures;

    DeviceEvents(CaptureStore captures) {
        this.captures = captures;
    }

    /** In the order of time, with the visits; none where no logger's own memory came home. */
    public List<DeviceEvent> of(Mission mission) {
        List<DeviceEvent> out = new ArrayList<>(noted(mission));
        for (Visit v : captures.visitsTo(mission.id())) {
            if (v.readAt() != null) {
                out.add(new DeviceEvent(v.readAt(), "↧", "records fetched by " + v.readBy()));
            }
        }
        out.sort(Comparator.comparing(DeviceEvent::at));
        return out;
    }

    /** What the logger noted by itself, in its order. */
    public List<DeviceEvent> noted(Mission mission) {
        Optional<StoredCapture> stored = captures.summary(mission.id());
        if (stored.isEmpty()) {
            return List.of();
        }
        MissionHeader header = stored.get().header();
        ClockCorrection correction =
                mission.records().clockCorrected() ? stored.get().correction() : ClockCorrection.NONE;
        List<DeviceEvent> out = new ArrayList<>();
        Plan plan = header.plan();
        for (LoggerEvent e : header.events()) {
            if (e.kind() != LoggerEvent.Kind.CLOCK_AFTER) {
                out.add(new DeviceEvent(correction.correct(e.at()), sign(e.kind()), words(e, plan)));
            }
        }
        return out;
    }

    private static String sign(LoggerEvent.Kind kind) {
        return switch (kind) {
            case STARTED -> "▶";
            case MARKER -> "●";
            case ALARM_HIGH -> "▲";
            case ALARM_LOW -> "▼";
            case CLOCK_BEFORE, CLOCK_AFTER -> "◔";
            case BATTERY_LOW -> "▁";
            case STOPPED_BY_BUTTON,
                    STOPPED_BY_LINK,
                    STOPPED_MEMORY_FULL,
                    STOPPED_COUNT,
                    STOPPED_BATTERY,
                    STOPPED_TIME -> "■";
        };
    }

    private static String words(LoggerEvent e, Plan plan) {
        return switch (e.kind()) {
            case STARTED -> "started";
            case MARKER -> "marked by its button";
            case ALARM_HIGH -> "raised an alarm, above" + channel(e, plan);
            case ALARM_LOW -> "raised an alarm, below" + channel(e, plan);
            case STOPPED_BY_BUTTON -> "stopped by its button";
            case STOPPED_BY_LINK -> "stopped from here";
            case STOPPED_MEMORY_FULL -> "stopped, memory full";
            case STOPPED_COUNT -> "stopped after its number of samples";
            case STOPPED_BATTERY -> "stopped, battery empty";
            case STOPPED_TIME -> "stopped at its time";
            case CLOCK_BEFORE, CLOCK_AFTER -> "its clock was set";
            case BATTERY_LOW -> "noted less than 15 % of its battery";
        };
    }

    private static String channel(LoggerEvent e, Plan plan) {
        return e.channel() == LoggerEvent.NO_CHANNEL
                        || e.channel() >= plan.channels().size()
                ? ""
                : ": " + plan.channels().get(e.channel()).label();
    }
}
