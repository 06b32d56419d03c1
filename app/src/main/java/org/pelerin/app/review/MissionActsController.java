package org.pelerin.app.review;

import java.security.Principal;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionLifecycle;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.platform.web.Reason;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What is decided on the page of a mission, beside what is judged of it. */
@Controller
class MissionActsController {

    private final MissionQueries missions;
    private final MissionLifecycle lifecycle;
    private final Evaluation evaluation;

    MissionActsController(MissionQueries missions, MissionLifecycle lifecycle, Evaluation evaluation) {
        this.missions = missions;
        this.lifecycle = lifecycle;
        this.evaluation = evaluation;
    }

    @PostMapping("/missions/{id}/clock-correction")
    String clockCorrection(
            @PathVariable long id,
            @RequestParam boolean on,
            @RequestParam(defaultValue = "") String reason,
            Principal me,
            RedirectAttributes flash) {
        Reason why = Reason.of(reason, Texts.of("review.missionActsController.enterAReasonItChanges"));
        evaluation.decideClock(get(id), on, why.text(), me.getName());
        flash.addFlashAttribute(
                "said",
                on
                        ? Texts.of("review.missionActsController.clockCorrectionIsOnThe")
                        : Texts.of("review.missionActsController.clockCorrectionIsOffThe"));
        return "redirect:/missions/" + id;
    }

    /** Where what is stored of its judgement cannot be read. */
    @PostMapping("/missions/{id}/judge-anew")
    String judgeAnew(@PathVariable long id, Principal me, RedirectAttributes flash) {
        evaluation.anew(get(id), me.getName());
        flash.addFlashAttribute("said", Texts.of("review.missionActsController.theMissionWasCheckedAgainst"));
        return "redirect:/missions/" + id;
    }

    @PostMapping("/missions/{id}/started")
    String started(@PathVariable long id, Principal me) {
        Mission mission = get(id);
        if (mission.course().startsAt() == null && mission.state().inField()) {
            lifecycle.confirmStarted(mission, me.getName());
        }
        return "redirect:/missions/" + id;
    }

    private Mission get(long id) {
        return missions.find(id)
                .orElseThrow(() ->
                        new NotThereException(Texts.of("review.missionActsController.thereIsNoMission", "id", id)));
    }
}
