package org.pelerin.app.review.mains;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.record.DerivedSeries;
import org.pelerin.app.record.DisturbanceRow;
import org.pelerin.app.record.DisturbanceStore;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.review.Between;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.record.SampleSource;
import org.pelerin.core.stats.Statistics;
import org.pelerin.core.unit.ShownUnits;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import tools.jackson.databind.json.JsonMapper;

/** A mission that recorded three phases: arrows at an instant, unbalance, disturbances by depth and duration. */
@Controller
class MainsController {

    /** A logger keeps some thousand at the most. */
    private static final int MOST = 2000;

    private static final int PHASES = 3;
    private static final DateTimeFormatter LOCAL = DateTimeFormatter.ofPattern("yyyy-MM-dd'T'HH:mm:ss");

    private final MissionQueries missions;
    private final DisturbanceStore disturbances;
    private final SeriesStore store;
    private final DerivedSeries derived;
    private final Between between;
    private final Formats show;
    private final JsonMapper json = JsonMapper.builder().build();

    MainsController(
            MissionQueries missions,
            DisturbanceStore disturbances,
            SeriesStore store,
            DerivedSeries derived,
            Between between,
            Formats show) {
        this.missions = missions;
        this.disturbances = disturbances;
        this.store = store;
        this.derived = derived;
        this.between = between;
        this.show = show;
    }

    @GetMapping("/missions/{id}/mains")
    String page(@PathVariable long id, @RequestParam(defaultValue = "") String at, Model model) {
        Mission mission = get(id);
        ZoneId zone = mission.zoneOr(show.home());
        Plan plan = mission.plan();
        List<DisturbanceRow> rows = disturbances.rows(mission, MOST);
        model.addAttribute("room", "missions");
        model.addAttribute("m", mission);
        model.addAttribute("mz", zone);
        model.addAttribute("rows", rows);
        model.addAttribute("count", disturbances.count(mission));
        model.addAttribute("plot", DisturbancePlot.of(rows, percent(plan, "dip"), percent(plan, "swell")));
        Map<String, Long> kinds = rows.stream()
                .collect(Collectors.groupingBy(DisturbanceRow::kind, LinkedHashMap::new, Collectors.counting()));
        model.addAttribute("kinds", kinds);
        rows.stream()
                .filter(r -> r.percent() != null && !r.above())
                .min(Comparator.comparingDouble(DisturbanceRow::percent))
                .ifPresent(r -> model.addAttribute("deepest", r));
        FieldReader typed = new FieldReader();
        Instant instant = at.isBlank()
                ? mission.records().firstAt()
                : typed.local("at", at, zone, mission.records().firstAt());
        model.addAttribute("phasors", phasors(mission, instant));
        model.addAttribute("at", typed.errors().isEmpty() ? LOCAL.withZone(zone).format(instant) : at);
        model.addAttribute("errors", typed.errors());
        return "review/mains";
    }

    private PhasorsAt phasors(Mission mission, Instant at) {
        List<Between.Reading> all =
                between.readings(mission, at.toEpochMilli(), at.toEpochMilli(), ShownUnits.RECORDED);
        return PhasorsAt.of(at, names(all, "V"), values(all, "V"), names(all, "A"), values(all, "A"));
    }

    private static List<String> names(List<Between.Reading> all, String unit) {
        return all.stream()
                .filter(r -> r.unit().equals(unit))
                .limit(PHASES)
                .map(Between.Reading::label)
                .toList();
    }

    private static List<Double> values(List<Between.Reading> all, String unit) {
        return all.stream()
                .filter(r -> r.unit().equals(unit))
                .limit(PHASES)
                .map(Between.Reading::from)
                .collect(Collectors.toList());
    }

    /** The part of the page with the unbalance over the whole record: proportional to it, and so fetched by itself. */
    @GetMapping("/missions/{id}/mains/unbalance")
    String unbalance(@PathVariable long id, Model model) {
        Mission mission = get(id);
        model.addAttribute("m", mission);
        model.addAttribute("mz", mission.zoneOr(show.home()));
        List<String> phases = store.tables(mission).stream()
                .flatMap(t -> store.drawn(mission, t).stream())
                .filter(d -> d.channel().unit().symbol().equals("V"))
                .limit(PHASES)
                .map(d -> d.channel().label())
                .toList();
        try {
            SampleSource source = derived.tried(
                    mission,
                    store.recorded(mission),
                    json.writeValueAsString(Map.of(
                            "name",
                            Texts.of("review.mains.mainsController.unbalanceOfTheVoltages"),
                            "unbalance",
                            Map.of("channels", phases))));
            model.addAttribute("unbalance", Statistics.of(source, null));
        } catch (DerivedSeries.ImpossibleException e) {
            model.addAttribute("impossible", e.getMessage());
        }
        return "review/mains :: unbalance";
    }

    private static double percent(Plan plan, String option) {
        LoggerModel model = ModelCatalogue.get(plan.model());
        return model.option(option).map(o -> Double.parseDouble(plan.option(o))).orElse(100.0);
    }

    private Mission get(long id) {
        return missions.find(id)
                .filter(m -> m.records().firstAt() != null
                        && ModelCatalogue.get(m.device().model())
                                .option("nominal")
                                .isPresent())
                .orElseThrow(() -> new NotThereException(
                        Texts.of("review.mains.mainsController.missionHasNoCollectedThree", "id", id)));
    }
}
