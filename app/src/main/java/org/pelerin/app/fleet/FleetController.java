package org.pelerin.app.fleet;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.pelerin.app.attention.AttentionService;
import org.pelerin.app.attention.Need;
import org.pelerin.app.attention.Needs;
import org.pelerin.app.logger.LoggerRegistry;
import org.pelerin.app.logger.LoggerUnit;
import org.pelerin.app.mission.ExcursionMark;
import org.pelerin.app.mission.Mission;
import org.pelerin.app.mission.MissionService;
import org.pelerin.app.platform.web.Show;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Home: who needs somebody, and the fleet over time. */
@Controller
class FleetController {

    private static final Map<String, Duration> SCALES =
            Map.of("week", Duration.ofDays(10), "month", Duration.ofDays(35), "quarter", Duration.ofDays(100));

    private final LoggerRegistry loggers;
    private final MissionService missions;
    private final AttentionService attention;
    private final Clock clock;
    private final Show show;

    FleetController(
            LoggerRegistry loggers, MissionService missions, AttentionService attention, Clock clock, Show show) {
        this.loggers = loggers;
        this.missions = missions;
        this.attention = attention;
        this.clock = clock;
        this.show = show;
    }

    @GetMapping("/")
    String fleet(
            @RequestParam(defaultValue = "month") String scale,
            @RequestParam(defaultValue = "all") String who,
            Model model) {
        String known = SCALES.containsKey(scale) ? scale : "month";
        Instant now = clock.instant();
        Waylines.Window window = Waylines.Window.around(now, SCALES.get(known));
        List<Need> needs = attention.all();
        List<Unit> units = units(window, needs);
        List<ExcursionMark> excursions = missions.excursionsSince(window.from());
        Map<Long, List<ExcursionMark>> byMission =
                excursions.stream().collect(Collectors.groupingBy(ExcursionMark::missionId));
        boolean needy = who.equals("needy");
        List<Unit> shown = units.stream().filter(u -> !needy || u.needy()).toList();
        Instant weekAgo = now.minus(Needs.SOON);
        model.addAttribute("room", "fleet");
        model.addAttribute(
                "sentence",
                FleetSentence.of(
                        units,
                        excursions.stream()
                                .filter(e -> e.end().isAfter(weekAgo))
                                .count(),
                        show));
        model.addAttribute("count", units.size());
        model.addAttribute("needyCount", units.stream().filter(Unit::needy).count());
        model.addAttribute("w", Waylines.of(shown, byMission, window, show.home(), show));
        model.addAttribute(
                "calibrations",
                needs.stream()
                        .filter(n -> n.kind() == Need.Kind.CALIBRATION_DUE)
                        .toList());
        model.addAttribute("empty", shown.isEmpty());
        model.addAttribute("scale", known);
        model.addAttribute("who", needy ? "needy" : "all");
        return "fleet/fleet";
    }

    private List<Unit> units(Waylines.Window window, List<Need> all) {
        Map<Long, List<Mission>> byLogger = new HashMap<>();
        for (Mission m : missions.since(window.from())) {
            byLogger.computeIfAbsent(m.loggerId(), id -> new ArrayList<>()).add(m);
        }
        Map<String, List<Need>> needs = all.stream().collect(Collectors.groupingBy(Need::serial));
        List<Unit> out = new ArrayList<>();
        for (LoggerUnit logger : loggers.all()) {
            out.add(Unit.of(
                    logger,
                    byLogger.getOrDefault(logger.id(), List.of()),
                    needs.getOrDefault(logger.serial(), List.of()),
                    show.home(),
                    show));
        }
        out.sort(Comparator.comparing((Unit u) -> u.site().equals(Unit.IN_STOCK))
                .thenComparing(Unit::site)
                .thenComparing(Unit::spot)
                .thenComparing(Unit::serial));
        return out;
    }
}
