package org.pelerin.app.mission;

import java.security.Principal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.platform.web.Show;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.ShownUnit;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.core.stats.Band;
import org.pelerin.core.stats.Statistics;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import tools.jackson.databind.json.JsonMapper;

/** The missions: their list, and each one's chart, figures, excursions and values. */
@Controller
class MissionController {

    private static final int LIST_PAGE = 50;
    private static final int TABLE_PAGE = 100;
    private static final int MOST_COLUMNS = 4000;

    private final MissionService missions;
    private final Evaluation evaluation;
    private final SeriesStore store;
    private final Chart chart;
    private final Show show;
    private final JsonMapper json = JsonMapper.builder().build();

    MissionController(MissionService missions, Evaluation evaluation, SeriesStore store, Chart chart, Show show) {
        this.missions = missions;
        this.evaluation = evaluation;
        this.store = store;
        this.chart = chart;
        this.show = show;
    }

    @GetMapping("/missions")
    String list(@RequestParam(defaultValue = "0") int page, Model model) {
        MissionTally tally = missions.tally();
        int count = tally.missions();
        int current = Math.max(0, Math.min(page, (count - 1) / LIST_PAGE));
        model.addAttribute("room", "missions");
        model.addAttribute("missions", missions.page(LIST_PAGE, current));
        model.addAttribute("tally", tally);
        model.addAttribute("count", count);
        model.addAttribute("page", current);
        model.addAttribute("pages", Math.max(1, (count + LIST_PAGE - 1) / LIST_PAGE));
        return "mission/list";
    }

    @GetMapping("/missions/{id}")
    String mission(@PathVariable long id, @RequestParam(defaultValue = "c") String t, Model model) {
        Mission mission = get(id);
        boolean fahrenheit = t.equals("f");
        model.addAttribute("room", "missions");
        model.addAttribute("m", mission);
        model.addAttribute("mz", mission.zoneOr(show.home()));
        model.addAttribute("plan", missions.plan(mission));
        model.addAttribute("check", missions.check(mission).orElse(null));
        model.addAttribute("compared", missions.comparedAlarms(mission));
        model.addAttribute("fahrenheit", fahrenheit);
        evaluation.judgement(mission).ifPresent(j -> {
            model.addAttribute("j", j);
            model.addAttribute("sentence", MissionSentence.of(j, mission.zoneOr(show.home()), fahrenheit, show));
            model.addAttribute("figures", figures(j.series(), fahrenheit));
            model.addAttribute("chartData", chartData(mission, j, fahrenheit));
            model.addAttribute("units", new Units(fahrenheit));
            model.addAttribute("clock", store.clock(mission));
        });
        return "mission/mission";
    }

    /** Values in the unit shown, for templates. */
    public record Units(boolean fahrenheit) {

        public double value(String unit, double v) {
            return ShownUnit.of(unit, fahrenheit).value(v);
        }

        public double difference(String unit, double v) {
            return ShownUnit.of(unit, fahrenheit).difference(v);
        }

        public String symbol(String unit) {
            return ShownUnit.of(unit, fahrenheit).symbol();
        }
    }

    /** Figures of one channel in the unit shown. */
    public record Figures(
            String channel,
            String unit,
            long count,
            Double min,
            Double max,
            Double mean,
            Double sd,
            Double mkt,
            Double p05,
            Double p50,
            Double p95,
            Double within,
            boolean above,
            boolean below) {}

    private static List<Figures> figures(List<JudgementDocument.Channel> channels, boolean fahrenheit) {
        List<Figures> out = new ArrayList<>();
        for (JudgementDocument.Channel c : channels) {
            ShownUnit u = ShownUnit.of(c.unit(), fahrenheit);
            out.add(new Figures(
                    c.channel(),
                    u.symbol(),
                    c.count(),
                    value(u, c.min()),
                    value(u, c.max()),
                    value(u, c.mean()),
                    c.sd() == null ? null : u.difference(c.sd()),
                    value(u, c.mkt()),
                    value(u, c.p05()),
                    value(u, c.p50()),
                    value(u, c.p95()),
                    c.withinPercent(),
                    c.above() != null && !c.above().isZero(),
                    c.below() != null && !c.below().isZero()));
        }
        return out;
    }

    private static Double value(ShownUnit unit, Double v) {
        return v == null ? null : unit.value(v);
    }

    /** The figures of the range that the chart shows. */
    @GetMapping("/missions/{id}/figures")
    String figures(
            @PathVariable long id,
            @RequestParam long from,
            @RequestParam long to,
            @RequestParam(defaultValue = "c") String t,
            Model model) {
        Mission mission = get(id);
        Limits limits = missions.plan(mission).limits();
        List<TimeAxis> axes = store.axes(mission);
        List<JudgementDocument.Channel> channels = new ArrayList<>();
        if (!axes.isEmpty()) {
            long first = axes.get(0).indexAtOrAfter(from);
            long last = Math.max(first, axes.get(0).indexAtOrAfter(to + 1));
            for (Series s : store.window(mission, first, last)) {
                Band band = Evaluation.band(limits, s.label());
                channels.add(JudgementDocument.Channel.of(Statistics.of(s, first, last, band)));
            }
        }
        model.addAttribute("figures", figures(channels, t.equals("f")));
        return "mission/figures :: figures";
    }

    /** The chart's points; see {@link Chart}. */
    @GetMapping("/missions/{id}/window")
    @ResponseBody
    Chart.Window window(
            @PathVariable long id,
            @RequestParam long from,
            @RequestParam long to,
            @RequestParam int width,
            @RequestParam(defaultValue = "c") String t) {
        return chart.window(get(id), from, to, Math.max(1, Math.min(width, MOST_COLUMNS)), t.equals("f"));
    }

    /** One row of the table of values. */
    public record Row(long number, String time, List<Double> values, List<Integer> sides) {}

    @GetMapping("/missions/{id}/values")
    String values(
            @PathVariable long id,
            @RequestParam(defaultValue = "0") long page,
            @RequestParam(required = false) Long at,
            @RequestParam(defaultValue = "c") String t,
            Model model) {
        Mission mission = get(id);
        List<TimeAxis> axes = store.axes(mission);
        long count = axes.isEmpty() ? 0 : axes.get(0).count();
        long pages = Math.max(1, (count + TABLE_PAGE - 1) / TABLE_PAGE);
        long wanted = at == null || axes.isEmpty() ? page : axes.get(0).indexAtOrAfter(at) / TABLE_PAGE;
        long current = Math.max(0, Math.min(wanted, pages - 1));
        long from = current * TABLE_PAGE;
        long to = Math.min(count, from + TABLE_PAGE);
        Limits limits = missions.plan(mission).limits();
        List<Series> series = store.window(mission, from, to);
        List<double[]> columns = series.stream().map(s -> s.values(from, to)).toList();
        List<ShownUnit> units =
                series.stream().map(c -> ShownUnit.of(c.unit(), t.equals("f"))).toList();
        // absent for a channel without limits
        List<Optional<Band>> bands = series.stream()
                .map(c -> Optional.ofNullable(Evaluation.band(limits, c.label())))
                .toList();
        List<Row> rows = new ArrayList<>();
        for (long i = from; i < to; i++) {
            List<Double> values = new ArrayList<>();
            List<Integer> sides = new ArrayList<>();
            for (int c = 0; c < columns.size(); c++) {
                double v = columns.get(c)[(int) (i - from)];
                values.add(units.get(c).value(v));
                sides.add(bands.get(c).map(band -> band.side(v)).orElse(0));
            }
            rows.add(new Row(i + 1, show.second(axes.get(0).instantAt(i), mission.zoneOr(show.home())), values, sides));
        }
        model.addAttribute("m", mission);
        model.addAttribute(
                "heads",
                series.stream()
                        .map(s -> s.label() + " "
                                + ShownUnit.of(s.unit(), t.equals("f")).symbol())
                        .toList());
        model.addAttribute("rows", rows);
        model.addAttribute("page", current);
        model.addAttribute("pages", pages);
        model.addAttribute("count", count);
        model.addAttribute("t", t);
        return "mission/values :: values";
    }

    @PostMapping("/missions/{id}/clock-correction")
    String clockCorrection(@PathVariable long id, @RequestParam boolean on, Principal me) {
        Mission mission = get(id);
        if (mission.collected() && mission.clockCorrected() != on) {
            missions.correctClock(mission, on, me.getName());
            evaluation.evaluate(id);
        }
        return "redirect:/missions/" + id;
    }

    @PostMapping("/missions/{id}/started")
    String started(@PathVariable long id, Principal me) {
        Mission mission = get(id);
        if (mission.startsAt() == null && mission.state().inField()) {
            missions.confirmStarted(mission, me.getName());
        }
        return "redirect:/missions/" + id;
    }

    private String chartData(Mission mission, JudgementDocument j, boolean fahrenheit) {
        Plan plan = missions.plan(mission);
        List<Map<String, Object>> limits = new ArrayList<>();
        for (JudgementDocument.Channel c : j.series()) {
            Band band = Evaluation.band(plan.limits(), c.channel());
            ShownUnit unit = ShownUnit.of(c.unit(), fahrenheit);
            limits.add(Map.of(
                    "channel",
                    c.channel(),
                    "unit",
                    unit.symbol(),
                    "low",
                    band == null || Double.isInfinite(band.low()) ? "" : unit.value(band.low()),
                    "high",
                    band == null || Double.isInfinite(band.high()) ? "" : unit.value(band.high())));
        }
        List<Map<String, Object>> out = new ArrayList<>();
        j.excursions()
                .forEach(e -> out.add(Map.of(
                        "from", e.start().toEpochMilli(),
                        "to", e.end().toEpochMilli(),
                        "above", e.isAbove(),
                        "channel", e.channel())));
        List<List<Long>> gaps = j.gaps().stream()
                .map(g -> List.of(g.start().toEpochMilli(), g.end().toEpochMilli()))
                .toList();
        Instant first = mission.firstAt() == null ? Instant.EPOCH : mission.firstAt();
        Instant last = mission.lastAt() == null ? first : mission.lastAt();
        return json.writeValueAsString(Map.of(
                "mission",
                mission.id(),
                "from",
                first.toEpochMilli(),
                "to",
                last.toEpochMilli(),
                "zone",
                mission.zoneOr(show.home()).getId(),
                "t",
                fahrenheit ? "f" : "c",
                "channels",
                limits,
                "excursions",
                out,
                "gaps",
                gaps));
    }

    private Mission get(long id) {
        return missions.find(id).orElseThrow(() -> new NotThereException("There is no mission " + id + "."));
    }
}
