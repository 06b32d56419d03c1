package org.pelerin.app.review.section;

import java.time.Instant;
import java.util.List;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.Unit;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;

/** What lay beside a spot at the same time: a part of the page of a finding. */
@Controller
class NeighboursController {

    private static final int POINTS = 80;

    private final Sections sections;
    private final Formats show;

    NeighboursController(Sections sections, Formats show) {
        this.sections = sections;
        this.show = show;
    }

    /**
     * @param id of the site
     * @param spot that they are neighbours of
     * @param unit as it is recorded
     * @param from in ms, as {@code to}, {@code begun} and {@code ended} of what the finding is about
     */
    @GetMapping("/places/{id}/neighbours")
    String neighbours(
            @PathVariable long id,
            @RequestParam long spot,
            @RequestParam(defaultValue = "") String unit,
            @RequestParam long from,
            @RequestParam long to,
            @RequestParam long begun,
            @RequestParam long ended,
            ShownUnits inUnits,
            Model page) {
        long end = Math.max(to, from + 1000);
        String symbol = Unit.of(unit).shown(inUnits).symbol();
        List<Neighbour> found = List.of();
        try {
            found = Neighbour.of(
                    sections.of(id, symbol, Instant.ofEpochMilli(from), Instant.ofEpochMilli(end), null, null, POINTS),
                    spot);
        } catch (Sections.TooMuchException e) {
            page.addAttribute("tooMuch", Texts.sentence(e.getMessage()));
        }
        page.addAttribute("neighbours", found);
        page.addAttribute("symbol", symbol);
        page.addAttribute("left", Neighbour.WIDTH * (double) (begun - from) / (end - from));
        page.addAttribute("wide", Math.max(1, Neighbour.WIDTH * (double) (ended - begun) / (end - from)));
        page.addAttribute("show", show);
        return "review/neighbours :: neighbours";
    }
}
