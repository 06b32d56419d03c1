package org.pelerin.app.fleet.search;

import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import java.util.function.Predicate;
import org.pelerin.app.loggers.registry.LoggerRegistry;
import org.pelerin.app.loggers.registry.LoggerUnit;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.Site;
import org.pelerin.app.plans.PlanService;
import org.pelerin.app.plans.StoredPlan;
import org.pelerin.app.platform.rights.SiteDoor;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** A serial typed or scanned anywhere opens that logger; anything else lists what fits. */
@Controller
class SearchController {

    private static final int SHOWN = 20;

    private final LoggerRegistry loggers;
    private final MissionQueries missions;
    private final PlanService plans;
    private final PlaceService places;
    private final AccountService people;
    private final SiteDoor door;

    SearchController(
            LoggerRegistry loggers,
            MissionQueries missions,
            PlanService plans,
            PlaceService places,
            AccountService people,
            SiteDoor door) {
        this.door = door;
        this.loggers = loggers;
        this.missions = missions;
        this.plans = plans;
        this.places = places;
        this.people = people;
    }

    private static final int LOGGERS_SHOWN = 100;

    @GetMapping("/search")
    String search(@RequestParam(defaultValue = "") String q, Model model) {
        String wanted = q.strip().toLowerCase(Locale.ROOT);
        Predicate<String> held = door.held("serial");
        List<LoggerUnit> units = wanted.isEmpty()
                ? List.of()
                : loggers.named(wanted, LOGGERS_SHOWN).stream()
                        .filter(l -> held.test(l.serial()))
                        .toList();
        if (units.size() == 1) {
            return "redirect:/dock/" + units.get(0).serial();
        }
        List<Mission> fitting = wanted.isEmpty() ? List.of() : missions.named(q.strip(), SHOWN);
        List<StoredPlan> named = fitting(plans.all(), StoredPlan::name, wanted);
        model.addAttribute("sites", fitting(places.sites(), Site::name, wanted));
        model.addAttribute("spots", wanted.isEmpty() ? List.of() : places.named(wanted, SHOWN));
        model.addAttribute("people", fitting(people.people(), p -> p.name() + " " + p.displayName(), wanted));
        model.addAttribute("q", q.strip());
        model.addAttribute("units", units);
        model.addAttribute("found", fitting);
        model.addAttribute("plans", named);
        return "search";
    }

    private static <T> List<T> fitting(List<T> all, Function<T, String> name, String wanted) {
        return wanted.isEmpty()
                ? List.of()
                : all.stream()
                        .filter(x -> name.apply(x).toLowerCase(Locale.ROOT).contains(wanted))
                        .limit(SHOWN)
                        .toList();
    }
}
