package org.pelerin.app.fleet.attention;

import java.security.Principal;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.pelerin.app.loggers.registry.LoggerRegistry;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionService;
import org.pelerin.app.placing.PlacementService;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.platform.web.Reason;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The list of what needs somebody, each with the action that settles it. */
@Controller
class AttentionController {

    private final AttentionService attention;
    private final MissionService missions;
    private final PlacementService placements;
    private final LoggerRegistry loggers;

    AttentionController(
            AttentionService attention, MissionService missions, PlacementService placements, LoggerRegistry loggers) {
        this.attention = attention;
        this.missions = missions;
        this.placements = placements;
        this.loggers = loggers;
    }

    @GetMapping("/attention")
    String list(Model page) {
        List<Need> needs = attention.all();
        Map<Need.Kind, List<Need>> byKind =
                needs.stream().collect(Collectors.groupingBy(Need::kind, TreeMap::new, Collectors.toList()));
        page.addAttribute("room", "fleet");
        page.addAttribute("needs", needs);
        page.addAttribute("byKind", byKind);
        page.addAttribute("loggers", needs.stream().map(Need::serial).distinct().count());
        return "fleet/attention/list";
    }

    /** It is not put back: it goes into stock, and nobody is asked for it any more. */
    @PostMapping("/loggers/{serial}/retire")
    String retire(@PathVariable String serial, @RequestParam String reason, Principal me, RedirectAttributes flash) {
        String why = Reason.of(reason, "Give a reason").text();
        placements.retire(serial, why, me.getName());
        flash.addFlashAttribute("said", serial + " is in stock. It is back at work when it is written again.");
        return "redirect:/attention";
    }

    /** Its mission will not come home. */
    @PostMapping("/missions/{id}/lost")
    String lost(@PathVariable long id, @RequestParam String reason, Principal me, RedirectAttributes flash) {
        Mission mission = missions.find(id).orElseThrow(() -> new NotThereException("There is no mission " + id + "."));
        String why = Reason.of(reason, "Give a reason").text();
        if (!mission.state().inField()) {
            flash.addFlashAttribute("refused", "Mission " + id + " is not in the field any more.");
            return "redirect:/attention";
        }
        missions.giveUp(mission, why, me.getName());
        loggers.find(mission.serial()).ifPresent(l -> placements.lose(l.serial(), why, me.getName()));
        flash.addFlashAttribute("said", "Given up as lost. If it turns up, its records can still be collected.");
        return "redirect:/attention";
    }
}
