package org.pelerin.app.findings;

import java.time.Clock;
import java.time.Instant;
import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import org.pelerin.app.collect.CaptureStore;
import org.pelerin.app.collect.StoredCapture;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.organisation.HouseService;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.judge.Severity;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.link.message.LoggerEvent;
import org.springframework.stereotype.Component;

/** What a logger shows about itself when its mission has come home: a finding a kind, told anew with each judgement. */
@Component
class LoggerFindings {

    private static final int LONGEST = 400;

    private final FindingMapper mapper;
    private final MissionQueries missions;
    private final CaptureStore captures;
    private final Formats show;
    private final Clock clock;
    private final HouseService house;

    LoggerFindings(
            FindingMapper mapper,
            MissionQueries missions,
            CaptureStore captures,
            Formats show,
            Clock clock,
            HouseService house) {
        this.house = house;
        this.mapper = mapper;
        this.missions = missions;
        this.captures = captures;
        this.show = show;
        this.clock = clock;
    }

    void judged(long missionId) {
        Mission mission = missions.find(missionId).orElseThrow();
        if (mission.records().collectedAt() == null) {
            return;
        }
        Map<FindingKind, String> now = told(mission);
        for (FindingKind kind : FindingKind.values()) {
            if (kind != FindingKind.DEPARTURE) {
                settle(mission, kind, now.get(kind));
            }
        }
    }

    private void settle(Mission mission, FindingKind kind, String told) {
        FindingRow known = mapper.ofKind(mission.id(), kind);
        if (told == null) {
            if (known != null && mapper.touched(known.id()) == 0) {
                mapper.withdraw(known.id());
            }
            return;
        }
        String text = told.length() > LONGEST ? told.substring(0, LONGEST) : told;
        if (known == null) {
            Instant at = mission.records().collectedAt();
            Instant from =
                    mission.records().firstAt() == null ? at : mission.records().firstAt();
            Severity severity = kind == FindingKind.ALARM ? Severity.MAJOR : Severity.MINOR;
            mapper.insert(
                    new FindingMapper.Fresh(kind, mission.id(), text, severity.ordinal(), from, at, clock.instant()));
        } else {
            mapper.comeBack(known.id());
            if (!known.told().equals(text)) {
                mapper.tell(known.id(), text);
                mapper.changed(known.id());
                mapper.note(
                        known.id(),
                        clock.instant(),
                        "",
                        Entry.Kind.CHANGE,
                        Texts.stored("stored.loggerFindings.nowText", "text", text));
            }
        }
    }

    private Map<FindingKind, String> told(Mission m) {
        Map<FindingKind, String> out = new EnumMap<>(FindingKind.class);
        String alarms = missions.comparedAlarms(m);
        if (alarms != null && !alarms.isEmpty()) {
            out.put(FindingKind.ALARM, alarms);
        }
        Optional<StoredCapture> capture = captures.summary(m.id());
        if (capture.isEmpty()) {
            return out;
        }
        StoredCapture c = capture.get();
        if (c.clockCompared()) {
            c.correction()
                    .beyond(house.house().attention().clock())
                    .ifPresent(off -> out.put(
                            FindingKind.CLOCK,
                            Texts.stored(
                                    "stored.loggerFindings.itsClockWas",
                                    "off",
                                    show.offset(off),
                                    "same",
                                    off.equals(c.clockOffset()))));
        }
        c.header().events().stream()
                .filter(e -> e.kind() == LoggerEvent.Kind.STOPPED_BATTERY || e.kind() == LoggerEvent.Kind.BATTERY_LOW)
                .reduce((a, b) -> b)
                .ifPresent(e -> out.put(
                        FindingKind.BATTERY,
                        e.kind() == LoggerEvent.Kind.STOPPED_BATTERY
                                ? Texts.stored("stored.loggerFindings.itStoppedBecauseItsBattery")
                                : Texts.stored("stored.loggerFindings.itsBatteryFellBelow15")));
        Long expected = m.records().expected();
        Long received = m.records().received();
        boolean wrapped = c.header().plan().stop() instanceof StopCondition.Wrap;
        if (expected != null && received != null && received < expected && !wrapped) {
            out.put(
                    FindingKind.PAGES,
                    Texts.stored(
                            "stored.loggerFindings.ofExpectedSamplesAreMissing",
                            "received",
                            show.count(expected - received),
                            "expected",
                            show.count(expected)));
        }
        return out;
    }
}
