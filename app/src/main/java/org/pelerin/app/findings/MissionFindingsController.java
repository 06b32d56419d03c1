package org.pelerin.app.findings;

import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.core.unit.ShownUnits;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** What is found of a mission or at a spot, as parts of their pages. */
@Controller
class MissionFindingsController {

    private static final int OF_SPOT = 8;

    private final Findings findings;
    private final FindingOverview overview;
    private final MissionQueries missions;
    private final Formats show;

    MissionFindingsController(Findings findings, FindingOverview overview, MissionQueries missions, Formats show) {
        this.findings = findings;
        this.overview = overview;
        this.missions = missions;
        this.show = show;
    }

    @GetMapping("/missions/{id}/findings")
    String ofMission(@PathVariable long id, ShownUnits inUnits, Model page) {
        Mission m = mission(id);
        page.addAttribute("m", m);
        page.addAttribute("mz", m.zoneOr(show.home()));
        page.addAttribute("findings", findings.about(id));
        page.addAttribute("words", new FindingWords(inUnits, show));
        return "findings/parts :: mission";
    }

    @GetMapping("/spots/{id}/findings")
    String ofSpot(@PathVariable long id, ShownUnits inUnits, Model page) {
        FindingFilter filter = new FindingFilter();
        filter.spot = id;
        page.addAttribute("filter", filter);
        page.addAttribute("view", overview.view(filter, 0));
        page.addAttribute("most", OF_SPOT);
        page.addAttribute("words", new FindingWords(inUnits, show));
        return "findings/parts :: spot";
    }

    private Mission mission(long id) {
        return missions.find(id)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("findings.missionFindingsController.thereIsNoMission", "id", id)));
    }
}
