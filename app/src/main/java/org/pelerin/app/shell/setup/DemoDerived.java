package org.pelerin.app.shell.setup;

import java.time.DayOfWeek;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.EnumSet;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.shift.WorkingShifts;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.record.DerivedSeries;
import org.pelerin.core.sound.WorkingShift;
import org.pelerin.core.stats.NoiseDose;
import org.springframework.stereotype.Component;

/** What the demo's people derive: the level of the spring by a barometer that ended early, the dew point in a cellar, doses of a shift. */
@Component
class DemoDerived {

    private final MissionQueries missions;
    private final DerivedSeries derived;
    private final WorkingShifts shifts;
    private final Evaluation evaluation;

    DemoDerived(MissionQueries missions, DerivedSeries derived, WorkingShifts shifts, Evaluation evaluation) {
        this.shifts = shifts;
        this.missions = missions;
        this.derived = derived;
        this.evaluation = evaluation;
    }

    void make(String by) {
        Mission barometer = home("PL-31012");
        add(
                home("PL-31007"),
                "{\"name\": \"Level\", \"level\": {\"pressure\": \"Pressure\", \"barometer\": \""
                        + DerivedSeries.nameOf(barometer.id(), "Air pressure")
                        + "\", \"temperature\": \"Water\", \"uncovered\": \"empty\"}}",
                false,
                by);
        add(
                home("PL-20417"),
                "{\"name\": \"Dew point\", \"dewPoint\": {\"temperature\": \"Air\", \"humidity\": \"Humidity\"}}",
                true,
                by);
        Mission noise = home("PL-51002");
        WorkingShift early = new WorkingShift(
                LocalTime.of(6, 0),
                LocalTime.of(14, 0),
                EnumSet.range(DayOfWeek.MONDAY, DayOfWeek.FRIDAY),
                noise.zoneOr(ZoneOffset.UTC));
        shifts.set(noise, true, early, NoiseDose.Scheme.ISO_85, by);
        evaluation.again(noise.id());
    }

    private void add(Mission mission, String definition, boolean ofSpot, String by) {
        derived.add(mission, definition, ofSpot, by);
        evaluation.again(mission.id());
    }

    /** The newest of a logger that is home. */
    private Mission home(String serial) {
        return missions.named(serial, 10).stream()
                .filter(Mission::collected)
                .findFirst()
                .orElseThrow();
    }
}
