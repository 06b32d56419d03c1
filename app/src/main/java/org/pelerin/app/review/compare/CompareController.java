package org.pelerin.app.review.compare;

import java.security.Principal;
import java.time.Clock;
import java.time.YearMonth;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionFilter;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.organisation.units.AskedUnits;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.review.views.SavedViews;
import org.pelerin.core.unit.ShownUnits;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import tools.jackson.databind.json.JsonMapper;

/** Several missions or spots on one page, and the calendar that they are chosen from. */
@Controller
class CompareController {

    private static final int MOST_COLUMNS = 4000;
    private static final int LISTED = 300;

    private final Compared compared;
    private final Difference difference;
    private final MissionQueries missions;
    private final PlaceService places;
    private final SavedViews views;
    private final Formats show;
    private final Clock clock;
    private final JsonMapper json = JsonMapper.builder().build();

    CompareController(
            Compared compared,
            Difference difference,
            MissionQueries missions,
            PlaceService places,
            SavedViews views,
            Formats show,
            Clock clock) {
        this.compared = compared;
        this.difference = difference;
        this.missions = missions;
        this.places = places;
        this.views = views;
        this.show = show;
        this.clock = clock;
    }

    /** @param s what is compared, see {@link Compared} */
    @GetMapping("/compare")
    String page(
            @RequestParam(defaultValue = "") List<String> s,
            ShownUnits inUnits,
            @RequestParam(defaultValue = "") String t,
            @RequestParam(required = false) YearMonth month,
            @RequestParam(required = false) Long site,
            Principal me,
            Model model) {
        List<String> keys = s.stream()
                .flatMap(k -> Arrays.stream(k.split(",")))
                .filter(k -> !k.isBlank())
                .toList();
        Compared.Selection selection = compared.of(keys, inUnits);
        model.addAttribute("room", "missions");
        model.addAttribute("sources", selection.sources());
        model.addAttribute("missing", selection.missing());
        String asked = AskedUnits.of(t).text();
        model.addAttribute("t", asked.isEmpty() ? null : asked);
        model.addAttribute("data", json.writeValueAsString(Map.of("sources", selection.sources(), "t", asked)));
        model.addAttribute("together", views.together(me.getName()));
        model.addAttribute("person", me.getName());
        choice(month, site, model);
        return "review/compare";
    }

    private void choice(YearMonth asked, Long site, Model model) {
        ZoneId zone = show.home();
        YearMonth month = asked == null ? YearMonth.now(clock.withZone(zone)) : asked;
        MissionFilter filter = new MissionFilter();
        filter.from = month.atDay(1);
        filter.until = month.atEndOfMonth();
        filter.site = site;
        List<Mission> there = missions.page(filter.wanted(zone), LISTED, 0);
        model.addAttribute("calendar", MissionCalendar.of(month, zone, there));
        model.addAttribute("full", there.size() == LISTED);
        model.addAttribute("sites", places.sites());
        model.addAttribute("site", site);
        model.addAttribute("spots", site == null ? List.of() : places.atSite(site));
    }

    /**
     * One channel less another; see {@link Difference}.
     *
     * @param a mission and channel of the first, as {@code 12:0}; {@code b} of the second
     */
    @GetMapping("/compare/difference")
    ResponseEntity<?> difference(
            @RequestParam String a,
            @RequestParam String b,
            @RequestParam(defaultValue = "0") long shift,
            @RequestParam long from,
            @RequestParam long to,
            @RequestParam int width,
            ShownUnits inUnits) {
        try {
            return ResponseEntity.ok(difference.of(
                    operand(a),
                    operand(b),
                    shift,
                    from,
                    Math.max(from, to),
                    Math.max(1, Math.min(width, MOST_COLUMNS)),
                    inUnits));
        } catch (Difference.NoDifferenceException e) {
            return ResponseEntity.status(HttpStatus.UNPROCESSABLE_CONTENT).body(Map.of("detail", e.getMessage()));
        }
    }

    private Difference.Operand operand(String text) {
        if (!text.matches("\\d{1,15}:\\d{1,5}")) {
            throw new NotThereException(Texts.of("review.compare.compareController.thereIsNoChannelOf"));
        }
        String[] parts = text.split(":");
        long id = Long.parseLong(parts[0]);
        Mission mission = missions.find(id)
                .filter(m -> m.records().firstAt() != null)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("review.compare.compareController.missionIsNotCollectedYet", "id", id)));
        return new Difference.Operand(mission, Integer.parseInt(parts[1]));
    }
}
