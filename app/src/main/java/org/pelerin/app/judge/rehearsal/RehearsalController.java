package org.pelerin.app.judge.rehearsal;

import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.SpotAt;
import org.pelerin.app.plans.PlanForm;
import org.pelerin.app.plans.PlanPages;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The rehearsal beside a plan that is edited. */
@Controller
class RehearsalController {

    private final RehearsalService rehearsals;
    private final PlanPages pages;
    private final PlaceService places;

    RehearsalController(RehearsalService rehearsals, PlanPages pages, PlaceService places) {
        this.rehearsals = rehearsals;
        this.pages = pages;
        this.places = places;
    }

    /** Changes nothing. */
    @PostMapping("/past-data")
    String rehearse(@ModelAttribute PlanForm form, @RequestParam(required = false) Long spot, Model page) {
        PlanForm.Parsed parsed = pages.parse(form);
        SpotAt at = places.find(spot).orElse(null);
        page.addAttribute("spot", at);
        page.addAttribute("limited", !parsed.plan().limits().rules().isEmpty());
        page.addAttribute("rehearsal", at == null ? null : rehearsals.rehearse(parsed.plan(), at.id()));
        return "judge/rehearsal/panel :: result";
    }
}
