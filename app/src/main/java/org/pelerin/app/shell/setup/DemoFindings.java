package org.pelerin.app.shell.setup;

import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import org.pelerin.app.findings.Finding;
import org.pelerin.app.findings.Findings;
import org.pelerin.app.judge.limits.LimitSet;
import org.pelerin.app.judge.limits.LimitSets;
import org.pelerin.app.judge.limits.LimitsInForce;
import org.pelerin.app.judge.limits.LimitsSource;
import org.pelerin.app.judge.limits.ReadySets;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.places.PlaceService;
import org.pelerin.core.judge.Limits;
import org.springframework.stereotype.Component;

/** What the demo's reviewer did: limits for a site, causes, a finding that is explained and closed, one that is being looked at. */
@Component
class DemoFindings {

    private static final List<String> CAUSES = List.of(
            "Compressor failed",
            "Defrost",
            "Door left open",
            "Loaded with warm goods",
            "Logger was moved",
            "Cleaning",
            "Measured wrongly");

    private final LimitSets sets;
    private final LimitsInForce inForce;
    private final Findings findings;
    private final MissionQueries missions;
    private final PlaceService places;
    private final Clock clock;

    DemoFindings(
            LimitSets sets,
            LimitsInForce inForce,
            Findings findings,
            MissionQueries missions,
            PlaceService places,
            Clock clock) {
        this.sets = sets;
        this.inForce = inForce;
        this.findings = findings;
        this.missions = missions;
        this.places = places;
        this.clock = clock;
    }

    void make(String technician, String reviewer) {
        LimitSet vaults = set("ripening-room", "Vaults 10–14 °C, 85–97 %RH", reviewer);
        places.sites().stream()
                .filter(s -> s.name().equals("Ostrel cellars"))
                .forEach(s -> inForce.attach(vaults, LimitsSource.SITE, s.id(), false, "", reviewer));
        set("cold-store", "Cold stores 1–6 °C", reviewer);
        set("discharge", "Discharge permit", reviewer);
        CAUSES.forEach(c -> findings.addCause(c, reviewer));
        Finding door = of("PL-20418");
        findings.acknowledge(List.of(door.id()), reviewer);
        findings.comment(door.id(), "The wedge was under the door until the afternoon milk came.", technician);
        findings.say(
                door.id(),
                new Findings.Said(
                        cause("Door left open"),
                        "Told everybody; the wedge is gone",
                        "Nothing was stored near the door",
                        null,
                        null),
                reviewer);
        findings.close(door.id(), reviewer);
        Finding night = of("PL-20417");
        findings.acknowledge(List.of(night.id()), reviewer);
        findings.say(
                night.id(),
                new Findings.Said(
                        cause("Compressor failed"),
                        "The fitter came on Sunday",
                        "",
                        technician,
                        LocalDate.now(clock).plusDays(7)),
                reviewer);
    }

    private LimitSet set(String ready, String name, String by) {
        Limits limits = ReadySets.find(ready).orElseThrow().limits();
        return sets.create(name, limits, by);
    }

    private long cause(String name) {
        return findings.causes().stream()
                .filter(c -> c.name().equals(name))
                .findFirst()
                .orElseThrow()
                .id();
    }

    /** The first departure of the newest mission of a logger that is home. */
    private Finding of(String serial) {
        Mission home = missions.named(serial, 10).stream()
                .filter(Mission::collected)
                .findFirst()
                .orElseThrow();
        return findings.about(home.id()).stream()
                .filter(Finding::departure)
                .findFirst()
                .orElseThrow();
    }
}
