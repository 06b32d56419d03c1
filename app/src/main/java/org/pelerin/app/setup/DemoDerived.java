package org.pelerin.app.setup;

import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionService;
import org.pelerin.app.record.DerivedSeries;
import org.springframework.stereotype.Component;

/** What the demo's people derive: the level of the spring by a barometer that ended early, the dew point in a cellar. */
@Component
class DemoDerived {

    private final MissionService missions;
    private final DerivedSeries derived;
    private final Evaluation evaluation;

    DemoDerived(MissionService missions, DerivedSeries derived, Evaluation evaluation) {
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
