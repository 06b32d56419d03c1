package org.pelerin.app.search;

import java.util.List;
import java.util.Locale;
import org.pelerin.app.logger.LoggerRegistry;
import org.pelerin.app.logger.LoggerUnit;
import org.pelerin.app.mission.Mission;
import org.pelerin.app.mission.MissionService;
import org.pelerin.app.plan.PlanService;
import org.pelerin.app.plan.StoredPlan;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** A serial typed or scanned anywhere opens that logger; anything else lists what fits. */
@Controller
class SearchController {

    private static final int RECENT = 200;

    private final LoggerRegistry loggers;
    private final MissionService missions;
    private final PlanService plans;

    SearchController(LoggerRegistry loggers, MissionService missions, PlanService plans) {
        this.loggers = loggers;
        this.missions = missions;
        this.plans = plans;
    }

    @GetMapping("/search")
    String search(@RequestParam(defaultValue = "") String q, Model model) {
        String wanted = q.strip().toLowerCase(Locale.ROOT);
        List<LoggerUnit> units = wanted.isEmpty()
                ? List.of()
                : loggers.all().stream()
                        .filter(l -> (l.serial() + " " + l.ownName())
                                .toLowerCase(Locale.ROOT)
                                .contains(wanted))
                        .toList();
        if (units.size() == 1) {
            return "redirect:/dock/" + units.get(0).serial();
        }
        List<Mission> atSpot = wanted.isEmpty()
                ? List.of()
                : missions.page(RECENT, 0).stream()
                        .filter(m -> (m.where() + " " + m.site() + " " + m.planName())
                                .toLowerCase(Locale.ROOT)
                                .contains(wanted))
                        .limit(20)
                        .toList();
        List<StoredPlan> named = wanted.isEmpty()
                ? List.of()
                : plans.all().stream()
                        .filter(p -> p.name().toLowerCase(Locale.ROOT).contains(wanted))
                        .toList();
        model.addAttribute("q", q.strip());
        model.addAttribute("units", units);
        model.addAttribute("found", atSpot);
        model.addAttribute("plans", named);
        return "search";
    }
}
