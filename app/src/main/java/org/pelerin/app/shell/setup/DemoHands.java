package org.pelerin.app.shell.setup;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import org.pelerin.app.collect.CollectService;
import org.pelerin.app.collect.Job;
import org.pelerin.app.deployment.placing.PlacementService;
import org.pelerin.app.deployment.prepare.write.WriteService;
import org.pelerin.app.loggers.calibration.CalibrationService;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.missions.MissionDraft;
import org.pelerin.app.missions.MissionLifecycle;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.plans.PlanService;
import org.pelerin.app.plans.StoredPlan;
import org.pelerin.app.shell.yard.YardClient;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.sensor.Correction;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;

/** What a technician does with loggers in the demo: in the dock through the real services, outdoors through the yard. */
@Component
@ConditionalOnProperty("pelerin.demo")
class DemoHands {

    static final String WHO = "tech";

    private static final Set<String> COLD =
            Set.of("lirran-tank-a", "lirran-tank-b", "lirran-cold", "tessel-chill", "orsel-well");

    private static final Duration LONGEST_DOWNLOAD = Duration.ofMinutes(10);

    private final DemoPlaces places;
    private final PlanService plans;
    private final WriteService writer;
    private final CollectService collections;
    private final MissionQueries missions;
    private final CalibrationService calibrations;
    private final PlacementService placements;
    private final Dock dock;
    private final YardClient yard;
    private final MissionLifecycle lifecycle;

    DemoHands(
            DemoPlaces places,
            PlanService plans,
            WriteService writer,
            CollectService collections,
            MissionQueries missions,
            CalibrationService calibrations,
            PlacementService placements,
            Dock dock,
            YardClient yard,
            MissionLifecycle lifecycle) {
        this.lifecycle = lifecycle;
        this.places = places;
        this.plans = plans;
        this.writer = writer;
        this.collections = collections;
        this.missions = missions;
        this.calibrations = calibrations;
        this.placements = placements;
        this.dock = dock;
        this.yard = yard;
    }

    void sendRunning(String serial, String plan, String spot) {
        toDock(serial);
        write(serial, plan, plans.settings(places.plan(plan)).loggerName(), spot);
        carry(serial, spot);
        note(serial, spot, true, List.of("probes in their terminals", "seen to run"));
    }

    void send(String serial, String plan, String name, String spot) {
        toDock(serial);
        write(serial, plan, name, spot);
        place(serial, spot);
    }

    void write(String serial, String planName, String name, String spot) {
        StoredPlan stored = places.plan(planName);
        Plan plan = plans.settings(stored).withLoggerName(name);
        writer.write(new MissionDraft(serial, stored.name(), stored.version(), plan, places.spot(spot), WHO));
    }

    /** Carries it there, presses the button, sees that it runs and notes it. */
    void place(String serial, String spot) {
        carry(serial, spot);
        yard.post("/press", Map.of("serial", serial));
        note(serial, spot, true, List.of("button pressed", "lamp seen", "seen to run"));
    }

    void note(String serial, String spot, boolean runs, List<String> checked) {
        if (placements.presentOf(serial).isPresent()) {
            lifecycle.confirmStarted(missions.ofLogger(serial, 1).get(0), WHO);
            return;
        }
        placements.place(
                new PlacementService.Placing(
                        serial,
                        places.spot(spot),
                        now(),
                        false,
                        PlacementService.Other.STAYS,
                        "",
                        acclimatising(spot),
                        checked,
                        runs),
                WHO);
    }

    /** Minutes until a logger from the workshop reads what is there: where it is cold. */
    private static int acclimatising(String spot) {
        return spot.startsWith("ostrel-") || spot.startsWith("van-") ? 30 : COLD.contains(spot) ? 20 : 0;
    }

    void collect(String serial) throws InterruptedException {
        toDock(serial);
        collections.order(serial, WHO);
        long giveUp = System.nanoTime() + LONGEST_DOWNLOAD.toNanos();
        while (collections.active(serial).isPresent() && System.nanoTime() < giveUp) {
            TimeUnit.MILLISECONDS.sleep(50);
        }
        Job job = collections.newest(serial).orElseThrow();
        if (job.state() != Job.State.DONE) {
            throw new IllegalStateException("The demo's download of " + serial + " failed: " + job.message());
        }
    }

    void toDock(String serial) {
        carry(serial, "dock");
    }

    void carry(String serial, String to) {
        yard.post("/carry", Map.of("serial", serial, "to", to));
        dock.poll();
    }

    String spotOf(String serial) {
        return yard.world().loggers().stream()
                .filter(l -> l.serial().equals(serial))
                .findFirst()
                .orElseThrow()
                .spot();
    }

    void pass(Duration time) {
        yard.post("/advance", Map.of("seconds", time.toSeconds()));
    }

    void passUntilPresent() {
        long behind = -yard.world().shiftMillis() / 1000;
        if (behind > 0) {
            pass(Duration.ofSeconds(behind));
        }
    }

    Instant now() {
        return Instant.parse(yard.world().now());
    }

    void certificate(String serial, int channel, int days, double offset) {
        Instant done = now().plus(Duration.ofDays(days));
        calibrations.save(
                serial,
                channel,
                "C-" + (2200 + serial.hashCode() % 97),
                done,
                done.plus(Duration.ofDays(365)),
                Correction.offset(offset),
                "",
                null,
                WHO);
    }

    /** One run by hand: begun and ended by its button. */
    void run(String serial, Duration time) {
        yard.post("/press", Map.of("serial", serial));
        pass(time);
        yard.post("/press", Map.of("serial", serial, "long", true));
    }
}
