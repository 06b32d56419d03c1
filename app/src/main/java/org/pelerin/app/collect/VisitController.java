package org.pelerin.app.collect;

import java.util.List;
import org.pelerin.link.message.PageTable;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** What came home: of one mission, and lately of all. */
@Controller
class VisitController {

    private static final int SHOWN = 100;

    private final CaptureStore captures;

    VisitController(CaptureStore captures) {
        this.captures = captures;
    }

    @GetMapping("/collections")
    String all(Model page) {
        page.addAttribute("room", "dock");
        page.addAttribute("visits", captures.latestVisits(SHOWN));
        page.addAttribute("most", SHOWN);
        return "collect/list";
    }

    /** A part of the mission's page. */
    @GetMapping("/missions/{id}/visits")
    String of(@PathVariable long id, Model page) {
        List<Visit> visits = captures.visitsTo(id);
        page.addAttribute("visits", visits);
        page.addAttribute("serial", visits.isEmpty() ? "" : visits.get(0).serial());
        page.addAttribute(
                "leftOut",
                captures.summary(id)
                        .map(c -> c.leftOut().stream()
                                .sorted()
                                .map(PageTable::words)
                                .toList())
                        .orElse(List.of()));
        return "collect/part :: part";
    }
}
