package org.pelerin.app.review;

import java.security.Principal;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionLifecycle;
import org.pelerin.app.missions.MissionQueries;
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
        Reason why = Reason.of(reason, "Say why: it changes the times of this mission and what they are judged by");
        evaluation.decideClock(get(id), on, why.text(), me.getName());
        flash.addFlashAttribute(
                "said",
                on
                        ? "The drift of its clock is corrected; it was judged by the corrected times."
                        : "Its times stay as the logger had them; it was judged by them.");
        return "redirect:/missions/" + id;
    }

    /** Where what is stored of its judgement cannot be read. */
    @PostMapping("/missions/{id}/judge-anew")
    String judgeAnew(@PathVariable long id, Principal me, RedirectAttributes flash) {
        evaluation.anew(get(id), me.getName());
        flash.addFlashAttribute("said", "It was checked against its limits again.");
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
        return missions.find(id).orElseThrow(() -> new NotThereException("There is no mission " + id + "."));
    }
}
