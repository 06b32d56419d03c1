package org.pelerin.app.fleet.attention;

import jakarta.servlet.http.HttpServletRequest;
import java.security.Principal;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.pelerin.app.deployment.placing.PlacementService;
import org.pelerin.app.loggers.registry.LoggerRegistry;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionLifecycle;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.platform.web.Pager;
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

    /** As many of each kind are shown together. */
    private static final int FIRST = 25;

    private static final int PAGE = 100;

    private final AttentionService attention;
    private final MissionQueries missions;
    private final PlacementService placements;
    private final LoggerRegistry loggers;
    private final MissionLifecycle lifecycle;
    private final InstallationAttention installation;

    AttentionController(
            AttentionService attention,
            MissionQueries missions,
            PlacementService placements,
            LoggerRegistry loggers,
            MissionLifecycle lifecycle,
            InstallationAttention installation) {
        this.installation = installation;
        this.lifecycle = lifecycle;
        this.attention = attention;
        this.missions = missions;
        this.placements = placements;
        this.loggers = loggers;
    }

    /**
     * Needs of a kind, as many as a page shows.
     *
     * @param count of all of them
     * @param here serials of those that are connected, whether they are shown or not
     * @param pager null where the first few of each kind are shown
     */
    public record Group(Need.Kind kind, int count, List<String> here, List<Need> shown, Pager pager) {

        static Group first(Need.Kind kind, List<Need> all) {
            return new Group(kind, all.size(), here(all), all.subList(0, Math.min(FIRST, all.size())), null);
        }

        static Group page(Need.Kind kind, List<Need> all, int wanted) {
            Pager pager = Pager.of(wanted, PAGE, all.size(), Pager.at("/to-do?kind=" + kind));
            return new Group(kind, all.size(), here(all), pager.of(all), pager);
        }

        private static List<String> here(List<Need> all) {
            return all.stream()
                    .filter(Need::connected)
                    .map(Need::serial)
                    .distinct()
                    .toList();
        }

        /** How many of them are not shown. */
        public int more() {
            return pager != null ? 0 : count - shown.size();
        }
    }

    /**
     * The first few of each kind; or all of one, a page at a time.
     *
     * @param kind null for every kind
     * @param number of the page, from 0
     */
    @GetMapping("/to-do")
    String list(
            @RequestParam(required = false) Need.Kind kind,
            @RequestParam(name = "page", defaultValue = "0") int number,
            HttpServletRequest request,
            Model page) {
        page.addAttribute("installation", installation.of(request));
        List<Need> needs = attention.all();
        Map<Need.Kind, List<Need>> byKind =
                needs.stream().collect(Collectors.groupingBy(Need::kind, TreeMap::new, Collectors.toList()));
        page.addAttribute("room", "fleet");
        page.addAttribute("needs", needs);
        page.addAttribute("only", kind);
        page.addAttribute(
                "groups",
                byKind.entrySet().stream()
                        .filter(e -> kind == null || e.getKey() == kind)
                        .map(e -> kind == null
                                ? Group.first(e.getKey(), e.getValue())
                                : Group.page(e.getKey(), e.getValue(), number))
                        .toList());
        page.addAttribute("loggers", needs.stream().map(Need::serial).distinct().count());
        return "fleet/attention/list";
    }

    /** It is not put back: it goes into stock, and nobody is asked for it any more. */
    @PostMapping("/loggers/{serial}/retire")
    String retire(@PathVariable String serial, @RequestParam String reason, Principal me, RedirectAttributes flash) {
        String why = Reason.of(reason, Texts.of("fleet.attention.attentionController.enterAReason"))
                .text();
        placements.retire(serial, why, me.getName());
        flash.addFlashAttribute(
                "said", Texts.of("fleet.attention.attentionController.isInStockItIs", "serial", serial));
        return "redirect:/to-do";
    }

    /** Its mission will not come home. */
    @PostMapping("/missions/{id}/lost")
    String lost(@PathVariable long id, @RequestParam String reason, Principal me, RedirectAttributes flash) {
        Mission mission = missions.find(id)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("fleet.attention.attentionController.thereIsNoMission", "id", id)));
        String why = Reason.of(reason, Texts.of("fleet.attention.attentionController.enterAReason"))
                .text();
        if (!mission.state().inField()) {
            flash.addFlashAttribute(
                    "refused", Texts.of("fleet.attention.attentionController.missionIsNoLongerIn", "id", id));
            return "redirect:/to-do";
        }
        lifecycle.giveUp(mission, why, me.getName());
        loggers.find(mission.serial()).ifPresent(l -> placements.lose(l.serial(), why, me.getName()));
        flash.addFlashAttribute("said", Texts.of("fleet.attention.attentionController.markedAsLostIfThe"));
        return "redirect:/to-do";
    }
}
