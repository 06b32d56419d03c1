package org.pelerin.app.deployment.prepare.wiring;

import java.util.List;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.plans.PlanForm;
import org.pelerin.app.plans.PlanPages;
import org.pelerin.app.plans.PlanService;
import org.pelerin.app.plans.StoredPlan;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.Wiring;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;

/** The wiring sheet of a plan, to be printed and taken along: of the library's, of a mission's, or of one that is being made. */
@Controller
class WiringController {

    private final PlanService plans;
    private final PlanPages pages;
    private final MissionQueries missions;

    WiringController(PlanService plans, PlanPages pages, MissionQueries missions) {
        this.plans = plans;
        this.pages = pages;
        this.missions = missions;
    }

    @GetMapping("/plans/{id}/wiring")
    String ofLibrary(@PathVariable long id, Model page) {
        StoredPlan plan = plans.find(id)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("deployment.prepare.wiring.wiringController.thereIsNoPlan", "id", id)));
        page.addAttribute("room", "plans");
        page.addAttribute("back", "/plans/" + id);
        return sheet(
                plans.settings(plan),
                Texts.of(
                        "deployment.prepare.wiring.wiringController.nameVersionVersion",
                        "name",
                        plan.name(),
                        "version",
                        plan.version()),
                page);
    }

    @GetMapping("/missions/{id}/wiring")
    String ofMission(@PathVariable long id, Model page) {
        Mission mission = missions.find(id)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("deployment.prepare.wiring.wiringController.thereIsNoMission", "id", id)));
        page.addAttribute("room", "missions");
        page.addAttribute("back", "/missions/" + id);
        return sheet(
                mission.plan(),
                Texts.of(
                        "deployment.prepare.wiring.wiringController.serialMissionId",
                        "serial",
                        mission.serial(),
                        "id",
                        id),
                page);
    }

    /** Of a form as it stands; nothing is stored. */
    @PostMapping("/wiring")
    String ofForm(@ModelAttribute PlanForm form, Model page) {
        Plan plan = pages.parse(form).plan();
        page.addAttribute("room", "plans");
        page.addAttribute("back", "");
        return sheet(plan, form.name.isBlank() ? plan.loggerName() : form.name.strip(), page);
    }

    private static String sheet(Plan plan, String title, Model page) {
        LoggerModel model = ModelCatalogue.find(plan.model())
                .orElseThrow(() -> new NotThereException(
                        Texts.of("deployment.prepare.wiring.wiringController.anImportedRecordHasNo")));
        List<Wiring.Connection> connections = Wiring.of(model, plan);
        page.addAttribute("wired", title);
        page.addAttribute("model", model);
        page.addAttribute("connections", connections);
        page.addAttribute("drawing", WiringDrawing.of(connections));
        return "prepare/wiring/sheet";
    }
}
