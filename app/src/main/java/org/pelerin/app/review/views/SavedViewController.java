package org.pelerin.app.review.views;

import jakarta.servlet.http.HttpServletRequest;
import java.security.Principal;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.organisation.account.Permission;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.NotThereException;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Keeps ways to draw, and forgets them. Who may only look keeps them for nobody else. */
@Controller
class SavedViewController {

    private final SavedViews views;
    private final MissionQueries missions;

    SavedViewController(SavedViews views, MissionQueries missions) {
        this.views = views;
        this.missions = missions;
    }

    @PostMapping("/me/views")
    String keep(
            @RequestParam long mission,
            @RequestParam(defaultValue = "") String name,
            @RequestParam(defaultValue = "false") boolean ofSpot,
            @RequestParam(defaultValue = "false") boolean shared,
            @RequestParam(defaultValue = "") String document,
            Principal me,
            HttpServletRequest request,
            RedirectAttributes flash) {
        Mission m = missions.find(mission)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("review.views.savedViewController.thereIsNoMission", "mission", mission)));
        try {
            views.keep(m, ofSpot, shared && mayShare(request), name, document, me.getName());
            flash.addFlashAttribute("said", Texts.of("review.views.savedViewController.savedItIsListedUnder"));
        } catch (SavedViews.NoViewException e) {
            flash.addFlashAttribute("refused", Texts.sentence(e.getMessage()));
        }
        return "redirect:/missions/" + mission;
    }

    /** @param query of the page that shows several together */
    @PostMapping("/me/views/together")
    String keepTogether(
            @RequestParam(defaultValue = "") String query,
            @RequestParam(defaultValue = "") String name,
            @RequestParam(defaultValue = "false") boolean shared,
            Principal me,
            HttpServletRequest request,
            RedirectAttributes flash) {
        String kept = query.matches("[A-Za-z0-9=&%._+~-]{1,4000}") ? query : "";
        try {
            views.keepTogether(shared && mayShare(request), name, kept, me.getName());
            flash.addFlashAttribute("said", Texts.of("review.views.savedViewController.savedItIsListedUnder2"));
        } catch (SavedViews.NoViewException e) {
            flash.addFlashAttribute("refused", Texts.sentence(e.getMessage()));
        }
        return "redirect:/compare" + (kept.isEmpty() ? "" : "?" + kept);
    }

    /** @param mission whose page it was removed on; absent for the page of several */
    @PostMapping("/me/views/{id}/remove")
    String remove(
            @PathVariable long id,
            @RequestParam(required = false) Long mission,
            Principal me,
            RedirectAttributes flash) {
        flash.addFlashAttribute(
                "said",
                views.remove(id, me.getName())
                        ? Texts.of("review.views.savedViewController.removed")
                        : Texts.of("review.views.savedViewController.itWasAlreadyRemoved"));
        return mission == null ? "redirect:/compare" : "redirect:/missions/" + mission;
    }

    private static boolean mayShare(HttpServletRequest request) {
        return Permission.REVIEW.heldBy(request);
    }
}
