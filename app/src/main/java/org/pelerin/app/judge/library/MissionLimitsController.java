package org.pelerin.app.judge.library;

import java.security.Principal;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.limits.InForce;
import org.pelerin.app.judge.limits.LimitPlace;
import org.pelerin.app.judge.limits.LimitSet;
import org.pelerin.app.judge.limits.LimitSets;
import org.pelerin.app.judge.limits.LimitsInForce;
import org.pelerin.app.judge.limits.LimitsSource;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.Spot;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.platform.web.Reason;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** By which limits a mission is judged, where somebody says so. */
@Controller
class MissionLimitsController {

    private static final String FOLLOW = "follow";
    private static final String ALARMS = "alarms";

    private final MissionQueries missions;
    private final LimitSets sets;
    private final LimitsInForce inForce;
    private final Evaluation evaluation;
    private final PlaceService places;

    MissionLimitsController(
            MissionQueries missions,
            LimitSets sets,
            LimitsInForce inForce,
            Evaluation evaluation,
            PlaceService places) {
        this.missions = missions;
        this.sets = sets;
        this.inForce = inForce;
        this.evaluation = evaluation;
        this.places = places;
    }

    /** @param by a set's id, whose newest version counts; “follow” for what its spot, site and plan have; “alarms” for those of its plan */
    @PostMapping("/missions/{id}/limits")
    String say(
            @PathVariable long id,
            @RequestParam String by,
            @RequestParam(defaultValue = "") String reason,
            Principal me,
            RedirectAttributes flash) {
        Mission mission = missions.find(id)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("judge.library.missionLimitsController.thereIsNoMission", "id", id)));
        Reason why = Reason.of(reason, Texts.of("judge.library.missionLimitsController.enterAReasonTheVerdict"));
        if (by.equals(FOLLOW)) {
            inForce.follow(mission, why.text(), me.getName());
        } else {
            LimitSet set = by.equals(ALARMS) ? null : set(by);
            inForce.say(mission, set, why.text(), me.getName());
        }
        evaluation.again(id);
        InForce now = inForce.of(missions.find(id).orElseThrow());
        flash.addFlashAttribute(
                "said", Texts.of("judge.library.missionLimitsController.checkedAgainst", "now", now.words()));
        return "redirect:/missions/" + id;
    }

    /** Which set holds for what is recorded at a spot from now on. */
    @GetMapping("/spots/{id}/limits")
    String ofSpot(@PathVariable long id, Model page) {
        Spot spot = places.spot(id)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("judge.library.missionLimitsController.thereIsNoSpot", "id", id)));
        LimitPlace place = inForce.at(LimitsSource.SPOT, id)
                .or(() -> inForce.at(LimitsSource.SITE, spot.siteId()))
                .orElse(null);
        page.addAttribute("place", place);
        page.addAttribute("set", place == null ? null : sets.find(place.setId()).orElse(null));
        return "judge/library/spot :: limits";
    }

    private LimitSet set(String id) {
        return (id.matches("\\d{1,18}") ? sets.find(Long.parseLong(id)) : java.util.Optional.<LimitSet>empty())
                .orElseThrow(() -> new NotThereException(
                        Texts.of("judge.library.missionLimitsController.thereAreNoLimits", "id", id)));
    }
}
