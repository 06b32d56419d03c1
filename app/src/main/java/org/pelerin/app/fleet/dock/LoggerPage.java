package org.pelerin.app.fleet.dock;

import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.pelerin.app.collect.CollectService;
import org.pelerin.app.collect.Job;
import org.pelerin.app.collect.MemoryLook;
import org.pelerin.app.collect.live.LiveRecording;
import org.pelerin.app.collect.live.LiveRecordings;
import org.pelerin.app.deployment.placing.PlacementService;
import org.pelerin.app.deployment.prepare.check.PhaseLook;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.fleet.attention.AttentionService;
import org.pelerin.app.fleet.attention.LoggerOverview;
import org.pelerin.app.fleet.attention.LoggerStatus;
import org.pelerin.app.loggers.calibration.CalibrationNotice;
import org.pelerin.app.loggers.calibration.CalibrationService;
import org.pelerin.app.loggers.care.LoggerCare;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.loggers.connection.DockedLogger;
import org.pelerin.app.loggers.registry.LoggerRegistry;
import org.pelerin.app.loggers.registry.LoggerUnit;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.model.StartKind;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** What the page of one logger shows, connected or not. */
@Component
class LoggerPage {

    private static final int MISSIONS_SHOWN = 8;

    private final Dock dock;
    private final CollectService collections;
    private final MissionQueries missions;
    private final LoggerRegistry registry;
    private final CalibrationService calibrations;
    private final LiveRecordings recordings;
    private final AttentionService attention;
    private final PlacementService placements;
    private final AuditTrail audit;
    private final Clock clock;
    private final Formats show;
    private final CalibrationNotice notice;

    LoggerPage(
            Dock dock,
            CollectService collections,
            MissionQueries missions,
            LoggerRegistry registry,
            CalibrationService calibrations,
            LiveRecordings recordings,
            AttentionService attention,
            PlacementService placements,
            AuditTrail audit,
            Clock clock,
            Formats show,
            CalibrationNotice notice) {
        this.notice = notice;
        this.dock = dock;
        this.collections = collections;
        this.missions = missions;
        this.registry = registry;
        this.calibrations = calibrations;
        this.recordings = recordings;
        this.attention = attention;
        this.placements = placements;
        this.audit = audit;
        this.clock = clock;
        this.show = show;
    }

    /**
     * Changes with whatever the page shows, by three small queries: what the logger itself says, how far its collection and its live
     * recording are, what anybody has changed, and the minute, as some of it comes with time.
     */
    String version(String serial) {
        return Integer.toHexString(List.of(
                        dock.find(serial)
                                .map(l -> List.of(
                                                l.status().state(),
                                                l.status().records(),
                                                l.status().missions(),
                                                l.batteryPercent(),
                                                l.status().pinSet(),
                                                l.status().alarmed(),
                                                l.identity().firmware(),
                                                l.where())
                                        .toString())
                                .orElse(Texts.of("fleet.dock.loggerPage.disconnected")),
                        collections.active(serial).map(Object::toString).orElse(""),
                        recordings.active(serial).map(LiveRecording::id).orElse(0L),
                        audit.newest(),
                        clock.instant().truncatedTo(ChronoUnit.MINUTES))
                .hashCode());
    }

    void fill(String serial, Model model) {
        LoggerUnit unit = registry.find(serial)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("fleet.dock.loggerPage.loggerWasNeverConnectedHere", "serial", serial)));
        Optional<DockedLogger> docked = dock.find(serial);
        List<Mission> recent = missions.listedOfLogger(serial, MISSIONS_SHOWN);
        Optional<Job> job = collections.active(serial);
        Optional<Mission> home = docked.flatMap(collections::collectedInMemory);
        Optional<Job> last = collections.newest(serial).filter(Job::finished).filter(j -> ofNewest(j, recent));
        LoggerOverview overview = attention.of(serial).orElse(null);
        model.addAttribute("overview", overview);
        model.addAttribute("status", overview == null ? null : LoggerStatus.of(overview, clock.instant()));
        model.addAttribute("room", "dock");
        model.addAttribute("unit", unit);
        model.addAttribute("described", LoggerRegistry.mark(unit));
        model.addAttribute("modelName", ModelCatalogue.get(unit.model()).name());
        model.addAttribute("logger", docked.orElse(null));
        model.addAttribute("job", job.orElse(null));
        model.addAttribute("lastJob", last.orElse(null));
        model.addAttribute("home", home.orElse(null));
        model.addAttribute("missions", recent);
        model.addAttribute("placed", placements.presentOf(serial).orElse(null));
        docked.ifPresent(l -> {
            model.addAttribute("updatable", LoggerCare.updatable(l));
            model.addAttribute("newest", l.model().firmware().newest());
            model.addAttribute("outputs", LoggerCare.outputs(l.model()));
            model.addAttribute("phased", PhaseLook.offered(l.model()));
            model.addAttribute(
                    "choosable",
                    l.missionsHeld() > 1 || MemoryLook.possible(l.model()).size() > 1);
        });
        model.addAttribute(
                "waitsFor",
                recent.stream()
                        .filter(m -> m.state().inField())
                        .findFirst()
                        .map(Mission::plan)
                        .map(p -> p.start().kind())
                        .filter(k -> k != StartKind.BUTTON)
                        .map(k -> k == StartKind.THRESHOLD
                                ? Texts.of("fleet.dock.loggerPage.whenTheWatchedValueBelow")
                                : k.words())
                        .orElse(null));
        calibration(serial, model);
        model.addAttribute("recording", recordings.active(serial).orElse(null));
        model.addAttribute(
                "current",
                recent.stream().filter(m -> m.state().inField()).findFirst().orElse(null));
    }

    /** Whether a collection was of the newest mission: what an earlier one brought does not count for this one. */
    private static boolean ofNewest(Job job, List<Mission> recent) {
        // one that was given up before it was written says nothing
        return recent.stream()
                .map(m -> m.course().writtenAt())
                .filter(Objects::nonNull)
                .findFirst()
                .map(written -> !job.orderedAt().isBefore(written))
                .orElse(true);
    }

    private void calibration(String serial, Model model) {
        Instant first = calibrations.due(serial).values().stream()
                .min(Instant::compareTo)
                .orElse(null);
        boolean due = first != null && first.isBefore(clock.instant().plus(notice.ahead()));
        model.addAttribute("calibrationDue", due);
        model.addAttribute(
                "calibration",
                first == null
                        ? Texts.of(
                                calibrations.newest(serial).isEmpty()
                                        ? "fleet.dock.loggerPage.never"
                                        : "fleet.dock.loggerPage.noDueDate")
                        : Texts.of(
                                !first.isAfter(clock.instant())
                                        ? "fleet.dock.loggerPage.lapsed"
                                        : due ? "fleet.dock.loggerPage.due" : "fleet.dock.loggerPage.due2",
                                "day",
                                show.day(first, show.home())));
    }
}
