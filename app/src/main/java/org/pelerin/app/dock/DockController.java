package org.pelerin.app.dock;

import jakarta.servlet.http.HttpServletResponse;
import java.security.Principal;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.pelerin.app.collect.CollectService;
import org.pelerin.app.collect.Job;
import org.pelerin.app.collect.MemoryLook;
import org.pelerin.app.collect.live.LiveRecordings;
import org.pelerin.app.fleet.attention.AttentionService;
import org.pelerin.app.fleet.attention.LoggerOverview;
import org.pelerin.app.fleet.attention.LoggerStatus;
import org.pelerin.app.loggers.calibration.CalibrationService;
import org.pelerin.app.loggers.care.LoggerCare;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.loggers.connection.DockedLogger;
import org.pelerin.app.loggers.registry.LoggerRegistry;
import org.pelerin.app.loggers.registry.LoggerUnit;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionService;
import org.pelerin.app.placing.PlacementService;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.Newest;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.platform.web.Reason;
import org.pelerin.app.prepare.batch.BatchService;
import org.pelerin.app.prepare.check.LiveService;
import org.pelerin.app.prepare.check.PhaseLook;
import org.pelerin.app.prepare.next.NextRuns;
import org.pelerin.app.prepare.write.WriteService;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.model.StartKind;
import org.pelerin.link.LinkException;
import org.pelerin.link.message.RefusedException;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The loggers that are connected: what each is, and what can be done with it. */
@Controller
class DockController {

    private static final int MISSIONS_SHOWN = 8;
    private static final int BATCHES_SHOWN = 3;
    private static final Duration CALIBRATION_SOON = Duration.ofDays(30);

    private final Dock dock;
    private final LiveService live;
    private final PhaseLook phases;
    private final CollectService collections;
    private final MissionService missions;
    private final LoggerRegistry registry;
    private final CalibrationService calibrations;
    private final LiveRecordings recordings;
    private final BatchService batches;
    private final PlacementService placements;
    private final NextRuns next;
    private final AttentionService attention;
    private final Clock clock;
    private final Formats show;

    DockController(
            Dock dock,
            LiveService live,
            PhaseLook phases,
            CollectService collections,
            MissionService missions,
            LoggerRegistry registry,
            CalibrationService calibrations,
            LiveRecordings recordings,
            BatchService batches,
            PlacementService placements,
            NextRuns next,
            AttentionService attention,
            Clock clock,
            Formats show) {
        this.dock = dock;
        this.live = live;
        this.phases = phases;
        this.collections = collections;
        this.missions = missions;
        this.registry = registry;
        this.calibrations = calibrations;
        this.recordings = recordings;
        this.batches = batches;
        this.placements = placements;
        this.next = next;
        this.attention = attention;
        this.clock = clock;
        this.show = show;
    }

    /**
     * What the tray shows of one logger.
     *
     * @param home whether all that it holds is home
     * @param fresh records of its newest mission that are not
     */
    record Card(DockedLogger logger, Job job, boolean home, long fresh) {

        /** What it is doing, in plain words. */
        public String doing() {
            return home ? "stopped and collected" : logger.doing();
        }

        /** Whether it holds records that are not home and that nobody is collecting. */
        boolean worthCollecting() {
            return job == null && !home && logger.holdsRecords() && (fresh > 0 || !logger.running());
        }

        /** Whether it can go back to work with what it did last. */
        boolean done() {
            return job == null && home && !logger.running();
        }

        /** Whether it waits for somebody to collect it. */
        public boolean full() {
            return worthCollecting() && !logger.running();
        }
    }

    /** @param v version that the browser has; nothing is sent if it is still the newest */
    @GetMapping("/tray")
    String tray(@RequestParam(defaultValue = "") String v, Model model, HttpServletResponse response) {
        List<Job> jobs = collections.allActive();
        List<Card> cards = cards(jobs);
        List<Job> waiting = jobs.stream()
                .filter(j -> cards.stream().noneMatch(c -> c.job() == j))
                .toList();
        String version = Integer.toHexString(List.of(
                        cards.stream().map(DockController::shown).toList(),
                        waiting,
                        dock.view().reachable())
                .hashCode());
        model.addAttribute("cards", cards);
        model.addAttribute("waiting", waiting);
        model.addAttribute("view", dock.view());
        model.addAttribute("version", version);
        return Newest.view("dock/tray :: tray", v, model, response);
    }

    private List<Card> cards(List<Job> jobs) {
        List<DockedLogger> loggers = dock.view().loggers();
        Set<String> home = collections.allHome(loggers);
        Map<String, Long> fresh = collections.notHome(loggers);
        return loggers.stream()
                .map(l -> new Card(
                        l,
                        jobs.stream()
                                .filter(j -> j.serial().equals(l.serial()))
                                .findFirst()
                                .orElse(null),
                        home.contains(l.serial()),
                        fresh.getOrDefault(l.serial(), 0L)))
                .toList();
    }

    private static Object shown(Card c) {
        return List.of(
                c.logger().serial(),
                c.logger().where(),
                c.doing(),
                c.logger().status().records(),
                c.logger().missionsHeld(),
                c.job() == null ? "" : c.job());
    }

    @GetMapping("/dock")
    String dock(Model model) {
        model.addAttribute("room", "dock");
        model.addAttribute("view", dock.view());
        List<Card> cards = cards(collections.allActive());
        model.addAttribute("cards", cards);
        model.addAttribute("idle", idleOfOneModel());
        model.addAttribute("batches", batches.newest(BATCHES_SHOWN));
        model.addAttribute(
                "done",
                cards.stream().filter(Card::done).map(c -> c.logger().serial()).toList());
        List<Card> worth = cards.stream().filter(Card::worthCollecting).toList();
        model.addAttribute("full", worth.stream().map(c -> c.logger().serial()).toList());
        model.addAttribute(
                "running", worth.stream().filter(c -> c.logger().running()).count());
        return "dock/list";
    }

    /** Serials of the idle loggers of that model of which most are connected: those that can be written together. */
    private List<String> idleOfOneModel() {
        Map<String, List<String>> byModel = dock.view().loggers().stream()
                .filter(l -> l.status().mission() == 0)
                .collect(Collectors.groupingBy(
                        l -> l.model().id(), Collectors.mapping(DockedLogger::serial, Collectors.toList())));
        return byModel.values().stream()
                .max(Comparator.comparingInt(List::size))
                .orElse(List.of());
    }

    @GetMapping("/dock/{serial}")
    String logger(@PathVariable String serial, Model model) {
        Optional<LoggerUnit> typed = registry.typed(serial);
        if (typed.isPresent() && !typed.get().serial().equals(serial)) {
            return "redirect:/dock/" + typed.get().serial();
        }
        fill(serial, model);
        model.addAttribute("placed", placements.presentOf(serial).orElse(null));
        return "dock/logger";
    }

    /** The part of the page that changes by itself: what the logger does and what can be done. */
    @GetMapping("/dock/{serial}/state")
    String state(
            @PathVariable String serial,
            @RequestParam(defaultValue = "") String v,
            Model model,
            HttpServletResponse response) {
        fill(serial, model);
        return Newest.view("dock/state :: state", v, model, response);
    }

    private void fill(String serial, Model model) {
        LoggerUnit unit = registry.find(serial)
                .orElseThrow(() -> new NotThereException("No logger " + serial + " was ever connected."));
        Optional<DockedLogger> docked = dock.find(serial);
        List<Mission> recent = missions.ofLogger(serial, MISSIONS_SHOWN);
        Optional<Job> job = collections.active(serial);
        Optional<Mission> home = docked.flatMap(collections::collectedInMemory);
        Optional<Job> last = collections.newest(serial).filter(Job::finished).filter(j -> ofNewest(j, recent));
        LoggerOverview overview = attention.of(serial).orElse(null);
        model.addAttribute("overview", overview);
        model.addAttribute("status", overview == null ? null : LoggerStatus.of(overview, clock.instant()));
        model.addAttribute("room", "dock");
        model.addAttribute("unit", unit);
        model.addAttribute("modelName", ModelCatalogue.get(unit.model()).name());
        model.addAttribute("logger", docked.orElse(null));
        model.addAttribute("job", job.orElse(null));
        model.addAttribute("lastJob", last.orElse(null));
        model.addAttribute("home", home.orElse(null));
        model.addAttribute("missions", recent);
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
                        .map(missions::plan)
                        .map(p -> p.start().kind())
                        .filter(k -> k != StartKind.BUTTON)
                        .map(k -> k == StartKind.THRESHOLD ? "when the value below does what it waits for" : k.words())
                        .orElse(null));
        calibration(serial, model);
        model.addAttribute("recording", recordings.active(serial).orElse(null));
        model.addAttribute(
                "current",
                recent.stream().filter(m -> m.state().inField()).findFirst().orElse(null));
        model.addAttribute(
                "version",
                Integer.toHexString(List.of(
                                docked.map(l -> List.of(
                                                        l.status().state(),
                                                        l.status().records(),
                                                        l.status().missions(),
                                                        l.batteryPercent(),
                                                        l.status().pinSet(),
                                                        l.identity().firmware(),
                                                        l.where())
                                                .toString())
                                        .orElse("away"),
                                job.map(Object::toString).orElse(""),
                                home.map(Mission::id).orElse(0L),
                                recordings.active(serial).isPresent(),
                                overview == null
                                        ? ""
                                        : LoggerStatus.of(overview, clock.instant()) + "" + overview.pressing(),
                                recent.stream()
                                        .map(m -> m.id() + m.state().name())
                                        .toList())
                        .hashCode()));
    }

    /** Whether a collection was of the newest mission: what was said of the one before is not said of it. */
    private static boolean ofNewest(Job job, List<Mission> recent) {
        // one that was given up before it was written says nothing
        return recent.stream()
                .map(Mission::writtenAt)
                .filter(Objects::nonNull)
                .findFirst()
                .map(written -> !job.orderedAt().isBefore(written))
                .orElse(true);
    }

    private void calibration(String serial, Model model) {
        Instant first = calibrations.due(serial).values().stream()
                .min(Instant::compareTo)
                .orElse(null);
        boolean due = first != null && first.isBefore(clock.instant().plus(CALIBRATION_SOON));
        model.addAttribute("calibrationDue", due);
        model.addAttribute(
                "calibration",
                first == null
                        ? calibrations.newest(serial).isEmpty() ? "never" : "no due date"
                        : (!first.isAfter(clock.instant()) ? "◇ lapsed " : due ? "◇ due " : "due ")
                                + show.day(first, show.home()));
    }

    @GetMapping("/dock/{serial}/live")
    String live(@PathVariable String serial, Model model) {
        try {
            LiveService.Reading reading = live.read(serial);
            model.addAttribute("gauges", reading.gauges());
            model.addAttribute("watched", reading.watched());
        } catch (Dock.NotConnectedException | LinkException | RefusedException e) {
            model.addAttribute("gauges", List.of());
        }
        return "dock/live :: live";
    }

    @GetMapping("/dock/{serial}/phases")
    String phases(@PathVariable String serial, Model model) {
        try {
            model.addAttribute("phases", phases.look(serial));
        } catch (Dock.NotConnectedException | LinkException | RefusedException e) {
            model.addAttribute("phases", null);
        }
        return "dock/phases :: phases";
    }

    @PostMapping("/dock/{serial}/collect")
    String collect(
            @PathVariable String serial, @RequestParam(defaultValue = "false") boolean leaveRunning, Principal me) {
        dock.get(serial);
        collections.order(serial, leaveRunning, me.getName());
        return "redirect:/dock/" + serial;
    }

    /** Several at once; those that run go on, unless they are to be stopped first. */
    @PostMapping("/dock/collect")
    String collectMany(
            @RequestParam(defaultValue = "") List<String> serials,
            @RequestParam(defaultValue = "false") boolean stopFirst,
            Principal me,
            RedirectAttributes flash) {
        List<String> there =
                serials.stream().filter(s -> dock.find(s).isPresent()).toList();
        there.forEach(s -> collections.order(s, !stopFirst, me.getName()));
        flash.addFlashAttribute(
                there.isEmpty() ? "refused" : "said",
                there.isEmpty()
                        ? "None of them is connected any more."
                        : show.counted(there.size(), "collection") + " ordered; the table tells how each goes on.");
        return "redirect:/dock";
    }

    @PostMapping("/dock/{serial}/give-up")
    String giveUp(@PathVariable String serial, Principal me) {
        collections.giveUp(serial, me.getName());
        return "redirect:/dock/" + serial;
    }

    @PostMapping("/dock/{serial}/again")
    String again(@PathVariable String serial, Principal me, RedirectAttributes flash) {
        try {
            collections.backToWork(serial, next.spotOf(serial), me.getName());
            flash.addFlashAttribute("said", "Back to work: the same plan was written, read back and compared.");
        } catch (WriteService.BlockedException | WriteService.ReadBackException e) {
            flash.addFlashAttribute("refused", e.getMessage() + ".");
        }
        return "redirect:/dock/" + serial;
    }

    @PostMapping("/dock/{serial}/discard")
    String discard(
            @PathVariable String serial,
            @RequestParam String typed,
            @RequestParam String reason,
            Principal me,
            RedirectAttributes flash) {
        Reason why = Reason.of(reason, "To give records up, type the serial " + serial + " and a reason");
        try {
            collections.discard(serial, typed, why.text(), me.getName());
            flash.addFlashAttribute("said", "Given up. The logger is idle and empty; the audit trail says why.");
        } catch (CollectService.NotNowException e) {
            flash.addFlashAttribute("refused", e.getMessage() + ".");
        }
        return "redirect:/dock/" + serial;
    }

    /** It is not put back to work. */
    @PostMapping("/dock/{serial}/retire")
    String retire(@PathVariable String serial, @RequestParam String reason, Principal me, RedirectAttributes flash) {
        placements.retire(
                serial, Reason.of(reason, "Say why it goes into stock").text(), me.getName());
        flash.addFlashAttribute("said", "It goes into stock. It is back at work when it is written again.");
        return "redirect:/dock/" + serial;
    }

    /** It is not put back to work, and its memory is emptied too: its samples are here. */
    @PostMapping("/dock/{serial}/erase")
    String erase(@PathVariable String serial, @RequestParam String reason, Principal me, RedirectAttributes flash) {
        Reason why = Reason.of(reason, "Say why it is not put back to work");
        collections.erase(serial, me.getName());
        placements.retire(serial, why.text(), me.getName());
        flash.addFlashAttribute("said", "Erased, and in stock; its samples are kept here.");
        return "redirect:/dock/" + serial;
    }
}
