package org.pelerin.app.fleet.dock;

import jakarta.servlet.http.HttpServletResponse;
import java.security.Principal;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.pelerin.app.collect.CollectService;
import org.pelerin.app.deployment.prepare.batch.BatchService;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.loggers.connection.DockedLogger;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.Newest;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The loggers that are connected, all together. */
@Controller
class DockController {

    private static final int BATCHES_SHOWN = 3;

    private final Dock dock;
    private final Tray tray;
    private final CollectService collections;
    private final BatchService batches;
    private final Formats show;

    DockController(Dock dock, Tray tray, CollectService collections, BatchService batches, Formats show) {
        this.dock = dock;
        this.tray = tray;
        this.collections = collections;
        this.batches = batches;
        this.show = show;
    }

    /** @param v version that the browser has; nothing is sent if it is still the newest */
    @GetMapping("/tray")
    String tray(@RequestParam(defaultValue = "") String v, Model model, HttpServletResponse response) {
        Tray.View view = tray.shared();
        model.addAttribute("cards", view.cards());
        model.addAttribute("waiting", view.waiting());
        model.addAttribute("view", view.dock());
        model.addAttribute("version", view.version());
        return Newest.view("dock/tray :: tray", v, model, response);
    }

    @GetMapping("/dock")
    String dock(Model model) {
        model.addAttribute("room", "dock");
        model.addAttribute("view", dock.view());
        List<Tray.Card> cards = tray.cards();
        model.addAttribute("cards", cards);
        model.addAttribute("idle", idleOfOneModel(cards));
        model.addAttribute("batches", batches.newest(BATCHES_SHOWN));
        model.addAttribute(
                "done",
                cards.stream()
                        .filter(Tray.Card::done)
                        .map(c -> c.logger().serial())
                        .toList());
        List<Tray.Card> worth =
                cards.stream().filter(Tray.Card::worthCollecting).toList();
        model.addAttribute("full", worth.stream().map(c -> c.logger().serial()).toList());
        model.addAttribute(
                "running", worth.stream().filter(c -> c.logger().running()).count());
        return "dock/list";
    }

    /** Serials of the idle loggers of that model of which most are connected: those that can be written together. */
    private static List<String> idleOfOneModel(List<Tray.Card> cards) {
        Map<String, List<String>> byModel = cards.stream()
                .map(Tray.Card::logger)
                .filter(l -> l.status().mission() == 0)
                .collect(Collectors.groupingBy(
                        l -> l.model().id(), Collectors.mapping(DockedLogger::serial, Collectors.toList())));
        return byModel.values().stream()
                .max(Comparator.comparingInt(List::size))
                .orElse(List.of());
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
                        ? Texts.of("fleet.dock.dockController.noneOfThemIsConnected")
                        : Texts.of(
                                "fleet.dock.dockController.collectionsStartedTheTableShows",
                                "collections",
                                there.size()));
        return "redirect:/dock";
    }
}
