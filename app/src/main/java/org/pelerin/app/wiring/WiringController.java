package org.pelerin.app.wiring;

import java.util.List;
import org.pelerin.app.plan.PlanService;
import org.pelerin.app.plan.StoredPlan;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Wiring;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** The wiring sheet of a plan, to be printed and taken along. */
@Controller
class WiringController {

    private final PlanService plans;

    WiringController(PlanService plans) {
        this.plans = plans;
    }

    @GetMapping("/plans/{id}/wiring")
    String sheet(@PathVariable long id, Model page) {
        StoredPlan plan = plans.find(id).orElseThrow(() -> new NotThereException("There is no plan " + id + "."));
        List<Wiring.Connection> connections = Wiring.of(ModelCatalogue.get(plan.model()), plans.settings(plan));
        page.addAttribute("room", "plans");
        page.addAttribute("plan", plan);
        page.addAttribute("model", ModelCatalogue.get(plan.model()));
        page.addAttribute("connections", connections);
        page.addAttribute("drawing", WiringDrawing.of(connections));
        return "wiring/sheet";
    }
}
