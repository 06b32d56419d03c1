package org.pelerin.app.collect;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.platform.language.Texts;
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
                out.add(new DeviceEvent(
                        v.readAt(), "↧", Texts.of("collect.deviceEvents.recordsCollectedBy", "readBy", v.readBy())));
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
            case STARTED -> Texts.of("collect.deviceEvents.started");
            case MARKER -> Texts.of("collect.deviceEvents.markedWithItsButton");
            case ALARM_HIGH -> Texts.of("collect.deviceEvents.alarmRaisedAbove", "channel", channel(e, plan));
            case ALARM_LOW -> Texts.of("collect.deviceEvents.alarmRaisedBelow", "channel", channel(e, plan));
            case STOPPED_BY_BUTTON -> Texts.of("collect.deviceEvents.stoppedWithItsButton");
            case STOPPED_BY_LINK -> Texts.of("collect.deviceEvents.stoppedFromTheDock");
            case STOPPED_MEMORY_FULL -> Texts.of("collect.deviceEvents.stoppedMemoryFull");
            case STOPPED_COUNT -> Texts.of("collect.deviceEvents.stoppedAfterItsNumberOf");
            case STOPPED_BATTERY -> Texts.of("collect.deviceEvents.stoppedBatteryEmpty");
            case STOPPED_TIME -> Texts.of("collect.deviceEvents.stoppedAtItsEndTime");
            case CLOCK_BEFORE, CLOCK_AFTER -> Texts.of("collect.deviceEvents.clockSet");
            case BATTERY_LOW -> Texts.of("collect.deviceEvents.batteryBelow15");
        };
    }

    private static String channel(LoggerEvent e, Plan plan) {
        return e.channel() == LoggerEvent.NO_CHANNEL
                        || e.channel() >= plan.channels().size()
                ? ""
                : ": " + plan.channels().get(e.channel()).label();
    }
}
