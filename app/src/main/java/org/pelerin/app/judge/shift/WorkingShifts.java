package org.pelerin.app.judge.shift;

import java.time.Clock;
import java.time.DayOfWeek;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionVersion;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.TooLateException;
import org.pelerin.core.sound.WorkingShift;
import org.pelerin.core.stats.NoiseDose;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The shifts that are set: a mission's own, else that of its spot. */
@Service
@RetriedOnDeadlock
public class WorkingShifts {

    private final ShiftMapper mapper;
    private final MissionVersion versions;
    private final AuditTrail audit;
    private final Formats show;
    private final Clock clock;

    WorkingShifts(ShiftMapper mapper, MissionVersion versions, AuditTrail audit, Formats show, Clock clock) {
        this.show = show;
        this.mapper = mapper;
        this.versions = versions;
        this.audit = audit;
        this.clock = clock;
    }

    /** On the clock of the mission's site; of a mission without one, on that of the house. */
    public Optional<ShiftSetting> of(Mission mission) {
        return mapper.of(mission.id()).stream().findFirst().map(r -> setting(r, mission.zoneOr(show.home())));
    }

    private static ShiftSetting setting(ShiftMapper.Row r, ZoneId zone) {
        Set<DayOfWeek> days =
                Arrays.stream(r.days().split(" ")).map(DayOfWeek::valueOf).collect(Collectors.toSet());
        return new ShiftSetting(
                new WorkingShift(LocalTime.parse(r.begins()), LocalTime.parse(r.ends()), days, zone),
                NoiseDose.Scheme.of(r.scheme()).orElseThrow(),
                r.spotId() != null,
                r.setAt(),
                r.setBy());
    }

    /**
     * In the place of the one before; the mission, or all at its spot, are to be judged anew.
     *
     * @param ofSpot of every mission at its spot; of the mission alone where it has none
     */
    @Transactional
    public void set(Mission mission, boolean ofSpot, WorkingShift shift, NoiseDose.Scheme scheme, String by) {
        Long spot = ofSpot ? mission.place().spotId() : null;
        String before = of(mission).map(WorkingShifts::told).orElse("");
        String days = new TreeSet<>(shift.days()).stream().map(DayOfWeek::name).collect(Collectors.joining(" "));
        if (spot != null) {
            // the spot's is to hold for this mission too
            mapper.removeOfMission(mission.id());
        }
        mapper.set(new ShiftMapper.Row(
                spot == null ? mission.id() : null,
                spot,
                shift.from().toString(),
                shift.to().toString(),
                days,
                scheme.key(),
                clock.instant(),
                by));
        changed(mission, spot);
        String after = of(mission).map(WorkingShifts::told).orElse("");
        audit.record(by, "set working shift", subject(mission, spot), before, after);
    }

    /** That which the mission is judged by now, be it its own or its spot's. */
    @Transactional
    public void remove(Mission mission, String by) {
        ShiftSetting was = of(mission)
                .orElseThrow(() -> new TooLateException(Texts.of("judge.shift.workingShifts.noWorkingShiftIsSet")));
        Long spot = was.ofSpot() ? mission.place().spotId() : null;
        int gone = spot == null ? mapper.removeOfMission(mission.id()) : mapper.removeOfSpot(spot);
        if (gone == 0) {
            throw new TooLateException(Texts.of("judge.shift.workingShifts.noWorkingShiftIsSet"));
        }
        changed(mission, spot);
        audit.record(by, "remove working shift", subject(mission, spot), told(was), "");
    }

    private void changed(Mission mission, Long spot) {
        versions.judgementOutdated(mission.id());
        if (spot != null) {
            versions.judgementOutdated(mapper.missionsAt(spot));
        }
    }

    private static String subject(Mission mission, Long spot) {
        return spot == null ? mission.subject() : Texts.stored("stored.workingShifts.spotSpot", "spot", spot);
    }

    private static String told(ShiftSetting s) {
        return Texts.stored(
                "stored.workingShifts.fromToToNewTree",
                "from",
                s.shift().from(),
                "to",
                s.shift().to(),
                "newTreeSet",
                new TreeSet<>(s.shift().days()).stream().map(DayOfWeek::name).collect(Collectors.joining(" ")),
                "title",
                s.scheme().title());
    }
}
