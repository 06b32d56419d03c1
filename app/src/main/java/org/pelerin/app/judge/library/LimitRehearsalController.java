package org.pelerin.app.judge.library;

import java.time.ZoneOffset;
import java.util.List;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.limits.Concerned;
import org.pelerin.app.judge.limits.LimitSet;
import org.pelerin.app.judge.limits.LimitSets;
import org.pelerin.app.judge.limits.LimitsInForce;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionFilter;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.rights.SiteDoor;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.core.exchange.JudgementDocument;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;

/** A set of limits tried on all that was recorded at a spot or a site; one mission a request, so that none takes long. */
@Controller
class LimitRehearsalController {

    private static final int MOST = 100;

    private final LimitSets sets;
    private final MissionQueries missions;
    private final PlaceService places;
    private final Evaluation evaluation;
    private final LimitsInForce inForce;
    private final Formats show;

    private final SiteDoor door;

    LimitRehearsalController(
            LimitSets sets,
            MissionQueries missions,
            PlaceService places,
            Evaluation evaluation,
            LimitsInForce inForce,
            Formats show,
            SiteDoor door) {
        this.door = door;
        this.sets = sets;
        this.missions = missions;
        this.places = places;
        this.evaluation = evaluation;
        this.inForce = inForce;
        this.show = show;
    }

    @GetMapping("/limits/{id}/past-data")
    String rehearsal(
            @PathVariable long id,
            @RequestParam(required = false) Long spot,
            @RequestParam(required = false) Long site,
            Model page) {
        List<Mission> there = there(spot, site);
        page.addAttribute("room", "library");
        page.addAttribute("set", get(id));
        page.addAttribute("spots", places.choices(spot));
        page.addAttribute("sites", places.sites());
        page.addAttribute("spot", spot);
        page.addAttribute("site", site);
        page.addAttribute("where", where(spot, site));
        page.addAttribute("missions", there.subList(0, Math.min(MOST, there.size())));
        page.addAttribute("more", there.size() > MOST);
        return "judge/library/rehearsal";
    }

    private List<Mission> there(Long spot, Long site) {
        if (spot == null && site == null) {
            return List.of();
        }
        MissionFilter filter = new MissionFilter();
        filter.spot = spot;
        filter.site = spot == null ? site : null;
        return missions.page(filter.wanted(ZoneOffset.UTC), MOST + 1, 0).stream()
                .filter(m -> m.records().firstAt() != null)
                .toList();
    }

    private String where(Long spot, Long site) {
        return places.find(spot)
                .map(s -> s.full())
                .or(() -> places.sites().stream()
                        .filter(s -> site != null && s.id() == site)
                        .map(s -> s.name())
                        .findFirst())
                .orElse("");
    }

    /** What would change if it were assigned to a place; changes nothing. */
    @GetMapping("/limits/{id}/assign")
    String assign(
            @PathVariable long id,
            @RequestParam(defaultValue = "") String to,
            @RequestParam(required = false) Long spot,
            Model page) {
        AssignTo target = AssignTo.of(to, spot);
        target.require(door);
        List<Concerned> all = inForce.concerned(target.via(), target.id());
        page.addAttribute("room", "library");
        page.addAttribute("set", get(id));
        page.addAttribute("to", target);
        page.addAttribute(
                "where",
                inForce.nameOf(target.via(), target.id())
                        .orElseThrow(() -> new NotThereException(
                                Texts.of("judge.library.limitRehearsalController.thisPlaceNoLongerExists"))));
        page.addAttribute(
                "before",
                inForce.at(target.via(), target.id())
                        .filter(p -> p.setId() != id)
                        .map(p -> get(p.setId()).name())
                        .orElse(""));
        page.addAttribute("missions", all.subList(0, Math.min(MOST, all.size())));
        page.addAttribute("all", all.size());
        page.addAttribute("home", all.stream().filter(Concerned::home).count());
        return "judge/library/assign";
    }

    @GetMapping("/limits/{id}/past-data/{mission}")
    String row(@PathVariable long id, @PathVariable long mission, Model page) {
        LimitSet set = get(id);
        Mission m = missions.find(mission)
                .filter(x -> x.records().firstAt() != null)
                .orElseThrow(() -> new NotThereException(Texts.of(
                        "judge.library.limitRehearsalController.missionIsNotCollectedYet", "mission", mission)));
        JudgementDocument kept = evaluation.judgement(m).orElseThrow();
        page.addAttribute("m", m);
        page.addAttribute("mz", m.zoneOr(show.home()));
        page.addAttribute(
                "d",
                RehearsedMission.of(
                        m.records().firstAt(),
                        m.records().lastAt(),
                        evaluation.inForce(m).words(),
                        kept,
                        evaluation.tried(m, set.limits()),
                        evaluation.unlimited(m, set.limits())));
        return "judge/library/rehearsal :: row";
    }

    private LimitSet get(long id) {
        return sets.find(id)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("judge.library.limitRehearsalController.thereAreNoLimits", "id", id)));
    }
}
