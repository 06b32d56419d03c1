package org.pelerin.app.review;

import java.util.LinkedHashMap;
import java.util.stream.Collectors;
import org.pelerin.app.missions.MissionFilter;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.missions.MissionTally;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.SpotAt;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.Pager;
import org.pelerin.app.platform.web.TypedDays;
import org.pelerin.core.model.ModelCatalogue;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.validation.BindingResult;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;

/** The list of missions. */
@Controller
class MissionListController {

    private static final int PAGE = 50;

    private final MissionQueries missions;
    private final PlaceService places;
    private final Formats show;

    MissionListController(MissionQueries missions, PlaceService places, Formats show) {
        this.missions = missions;
        this.places = places;
        this.show = show;
    }

    @GetMapping("/missions")
    String list(@ModelAttribute("filter") MissionFilter filter, BindingResult unread, Model model) {
        // what cannot be read does not narrow
        TypedDays.show(unread, model);
        MissionFilter.Wanted wanted = filter.wanted(show.home());
        MissionTally tally = missions.tally(wanted);
        Pager pager = Pager.of(filter.page, PAGE, tally.missions(), filter::atPage);
        model.addAttribute("room", "missions");
        model.addAttribute("missions", missions.page(wanted, PAGE, pager.page()));
        model.addAttribute("tally", tally);
        model.addAttribute("count", tally.missions());
        model.addAttribute("pager", pager);
        model.addAttribute("sites", places.sites());
        // those of one site where one is chosen
        model.addAttribute(
                "spots",
                (filter.site == null ? places.choices(filter.spot).listed() : places.atSite(filter.site))
                        .stream()
                                .collect(Collectors.groupingBy(SpotAt::site, LinkedHashMap::new, Collectors.toList())));
        model.addAttribute("models", ModelCatalogue.all());
        model.addAttribute("ways", MissionFilter.Stands.values());
        return "review/list";
    }
}
