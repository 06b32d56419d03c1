package org.pelerin.app.report.retention;

import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.report.document.Reports;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** What is known of a mission whose record was removed. */
@Controller
@ControllerAdvice
class RemovedController {

    private static final int REPORTS = 20;

    private final MissionQueries missions;
    private final Retention retention;
    private final Reports reports;
    private final Formats show;

    RemovedController(MissionQueries missions, Retention retention, Reports reports, Formats show) {
        this.missions = missions;
        this.retention = retention;
        this.reports = reports;
        this.show = show;
    }

    @GetMapping("/missions/{id}/removed")
    String page(@PathVariable long id, Model page) {
        Mission m = missions.find(id)
                .orElseThrow(() -> new NotThereException(Texts.of("report.retention.thereIsNoMission", "id", id)));
        if (!m.removed()) {
            return "redirect:/missions/" + id;
        }
        page.addAttribute("room", "missions");
        page.addAttribute("m", m);
        page.addAttribute("mz", m.zoneOr(show.home()));
        page.addAttribute("r", retention.ofMission(id).orElse(null));
        page.addAttribute("reports", reports.ofMission(id, REPORTS));
        return "report/retention/removed";
    }

    @ExceptionHandler(RemovedDoor.RemovedException.class)
    ResponseEntity<ProblemDetail> removed(RemovedDoor.RemovedException e) {
        ProblemDetail told = ProblemDetail.forStatusAndDetail(
                HttpStatus.GONE,
                "The record of mission " + e.mission() + " was removed after its retention time; GET /missions/"
                        + e.mission() + "/removed says when, by whom and where its archive is.");
        told.setTitle("Removed");
        return ResponseEntity.status(HttpStatus.GONE).body(told);
    }
}
