package org.pelerin.app.deployment.placing;

import java.security.Principal;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.pelerin.app.evidence.SavedMeanwhile;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.Spot;
import org.pelerin.app.plans.PlanService;
import org.pelerin.app.plans.StoredPlan;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.ChangedMeanwhileException;
import org.pelerin.core.unit.ShownUnits;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Spots as pages: what they are, what they demand, who lies there and lay there. */
@Controller
class SpotsController {

    private static final int HISTORY = 20;
    private static final int MISSIONS = 8;

    private final PlaceService places;
    private final PlaceFinder find;
    private final PlacementService placements;
    private final PlanService plans;
    private final MissionQueries missions;
    private final Clock clock;

    SpotsController(
            PlaceService places,
            PlaceFinder find,
            PlacementService placements,
            PlanService plans,
            MissionQueries missions,
            Clock clock) {
        this.clock = clock;
        this.places = places;
        this.find = find;
        this.placements = placements;
        this.plans = plans;
        this.missions = missions;
    }

    @GetMapping("/spots/{id}")
    String spot(@PathVariable long id, ShownUnits inUnits, Model page) {
        Spot spot = find.spot(id);
        List<Placement> history = placements.ofSpot(id, HISTORY);
        page.addAttribute("room", "places");
        page.addAttribute("spot", spot);
        page.addAttribute("site", find.site(spot.siteId()));
        page.addAttribute("there", history.stream().filter(Placement::present).toList());
        page.addAttribute("inUnits", inUnits);
        page.addAttribute(
                "takenAt",
                PlaceController.LOCAL.format(
                        clock.instant().atZone(find.site(spot.siteId()).zoneId())));
        page.addAttribute("history", history);
        page.addAttribute("missions", missions.atSpot(id, MISSIONS));
        return "placing/spot";
    }

    @GetMapping("/places/{id}/spots/new")
    String newSpot(@PathVariable long id, Model page) {
        return spot(page, SpotForm.blank(find.site(id).id()), Map.of());
    }

    @GetMapping("/spots/{id}/edit")
    String editSpot(@PathVariable long id, Model page) {
        return spot(page, SpotForm.of(find.spot(id)), Map.of());
    }

    private String spot(Model page, SpotForm form, Map<String, String> errors) {
        page.addAttribute("room", "places");
        page.addAttribute(
                "title", form.name.isEmpty() ? Texts.of("deployment.placing.spotsController.newSpot") : form.name);
        page.addAttribute("form", form);
        page.addAttribute("site", find.site(form.siteId));
        page.addAttribute("plans", plans.all());
        page.addAttribute("kinds", SpotForm.kinds());
        page.addAttribute("units", SpotForm.UNITS);
        page.addAttribute("errors", errors);
        return "placing/spot-edit";
    }

    @PostMapping("/spots")
    String saveSpot(@ModelAttribute SpotForm form, Principal me, Model page, RedirectAttributes flash) {
        find.site(form.siteId);
        SpotForm.Parsed parsed = form.parse();
        if (!parsed.errors().isEmpty()) {
            return spot(page, form, parsed.errors());
        }
        try {
            long id = places.save(parsed.spot(), form.seen, me.getName());
            flash.addFlashAttribute("said", Texts.of("deployment.placing.spotsController.saved"));
            return "redirect:/spots/" + id;
        } catch (PlaceService.NameTakenException e) {
            return spot(page, form, Map.of("name", e.getMessage()));
        } catch (ChangedMeanwhileException e) {
            Spot now = find.spot(form.id);
            SpotForm saved = SpotForm.of(now);
            Map<String, String> names =
                    plans.all().stream().collect(Collectors.toMap(p -> String.valueOf(p.id()), StoredPlan::name));
            page.addAttribute(
                    "meanwhile", SavedMeanwhile.of(places.lastChange(now), saved.shown(names), form.shown(names)));
            form.seen = saved.seen;
            return spot(page, form, Map.of());
        }
    }

    /** @param x share of the picture's width, as {@code y} of its height; blank takes the spot off the picture */
    @PostMapping("/spots/{id}/draw")
    String draw(
            @PathVariable long id,
            @RequestParam(required = false) Double x,
            @RequestParam(required = false) Double y,
            Principal me) {
        Spot spot = find.spot(id);
        boolean on = x != null && y != null && x >= 0 && x <= 1 && y >= 0 && y <= 1;
        places.draw(id, on ? x : null, on ? y : null, me.getName());
        return "redirect:/places/" + spot.siteId();
    }
}
