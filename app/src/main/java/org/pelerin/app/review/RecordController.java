package org.pelerin.app.review;

import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.language.StoredTexts;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.record.DerivedSeries;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.record.SeriesTable;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.unit.ShownUnits;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** The record of a mission: the points of its chart, the figures of a range, the table of values. */
@Controller
class RecordController {

    private static final int MOST_COLUMNS = 4000;

    /** Before and after an excursion, in ms. */
    private static final long LEAST_ROOM = 3_600_000;

    private static final long MOST_ROOM = 7 * 86_400_000L;

    private final MissionQueries missions;
    private final Evaluation evaluation;
    private final SeriesStore store;
    private final RangeFigures ranges;
    private final DerivedSeries derived;
    private final Chart chart;
    private final Between between;
    private final Rows rows;
    private final ChartFacts facts;
    private final Formats show;

    RecordController(
            MissionQueries missions,
            Evaluation evaluation,
            SeriesStore store,
            RangeFigures ranges,
            DerivedSeries derived,
            Chart chart,
            Between between,
            Rows rows,
            ChartFacts facts,
            Formats show) {
        this.facts = facts;
        this.rows = rows;
        this.ranges = ranges;
        this.derived = derived;
        this.evaluation = evaluation;
        this.missions = missions;
        this.store = store;
        this.chart = chart;
        this.between = between;
        this.show = show;
    }

    /**
     * The figures of what the chart shows. Those of the whole record are kept with its judgement and only read.
     *
     * @param from in ms, as {@code to}
     * @param channels numbers of those that are drawn; all where none are named
     */
    @GetMapping("/missions/{id}/figures")
    String figures(
            @PathVariable long id,
            @RequestParam long from,
            @RequestParam long to,
            @RequestParam(required = false) List<Integer> channels,
            ShownUnits inUnits,
            @RequestParam(defaultValue = "") String clock,
            Model model) {
        Mission mission = get(id, clock);
        List<SeriesTable> tables = store.tables(mission);
        Predicate<Integer> wanted = channels == null ? c -> true : channels::contains;
        boolean whole = tables.stream()
                .allMatch(x -> from <= x.axis().first().toEpochMilli()
                        && to >= x.axis().millisAt(Math.max(0, x.axis().count() - 1)));
        Optional<JudgementDocument> kept = whole ? evaluation.judgement(mission) : Optional.empty();
        List<JudgementDocument.Channel> figures = kept.isPresent()
                ? IntStream.range(0, kept.get().series().size())
                        .boxed()
                        .filter(wanted)
                        .map(kept.get().series()::get)
                        .toList()
                : ranges.of(mission, tables, wanted, from, to);
        model.addAttribute("figures", Figures.of(Counted.without(mission, figures), inUnits));
        ZoneId zone = mission.zoneOr(show.home());
        model.addAttribute("zone", zone);
        model.addAttribute(
                "counted",
                ranges.counted(mission, tables, wanted, from, to, zone).in(inUnits));
        model.addAttribute("kinetic", derived.kinetic(id));
        return "review/figures :: figures";
    }

    /** The chart's points; see {@link Chart}. */
    @GetMapping("/missions/{id}/window")
    @ResponseBody
    Chart.Window window(
            @PathVariable long id,
            @RequestParam long from,
            @RequestParam long to,
            @RequestParam int width,
            ShownUnits inUnits,
            @RequestParam(defaultValue = "") String clock) {
        return chart.window(get(id, clock), from, to, Math.max(1, Math.min(width, MOST_COLUMNS)), inUnits);
    }

    /** What each channel reads at two instants, in ms; see {@link Between}. */
    @GetMapping("/missions/{id}/between")
    @ResponseBody
    List<Between.Reading> between(
            @PathVariable long id,
            @RequestParam long from,
            @RequestParam long to,
            ShownUnits inUnits,
            @RequestParam(defaultValue = "") String clock) {
        Mission mission = get(id, clock);
        List<Between.Reading> readings = between.readings(mission, from, to, inUnits);
        return to > from ? Between.with(readings, Figures.of(ranges.of(mission, from, to), inUnits)) : readings;
    }

    /**
     * Rows of the table of values; see {@link Rows}.
     *
     * @param table which of the mission's tables, from 0
     * @param at asks which row stands at this instant, in ms
     */
    @GetMapping("/missions/{id}/rows")
    @ResponseBody
    Rows.Stretch rows(
            @PathVariable long id,
            @RequestParam(defaultValue = "0") int table,
            @RequestParam(defaultValue = "0") long from,
            @RequestParam(defaultValue = "100") int count,
            @RequestParam(required = false) Long at,
            ShownUnits inUnits,
            @RequestParam(defaultValue = "") String clock) {
        Mission mission = get(id, clock);
        List<SeriesTable> tables = store.tables(mission);
        if (table < 0 || table >= tables.size()) {
            throw new NotThereException(
                    Texts.of("review.recordController.missionHasNoDataTable", "id", id, "table", (table + 1)));
        }
        return rows.of(mission, tables.get(table), from, count, at, inUnits);
    }

    /**
     * An excursion as a small curve, with as much again before and after it; a part of a list.
     *
     * @param from in ms, as {@code to}: where it begins and ends
     * @param line label of its channel; the first where it is of none
     * @param limit that it went beyond, in the unit recorded
     */
    @GetMapping("/missions/{id}/sketch")
    String sketch(
            @PathVariable long id,
            @RequestParam long from,
            @RequestParam long to,
            @RequestParam(defaultValue = "") String line,
            @RequestParam(required = false) Double limit,
            @RequestParam(defaultValue = "true") boolean above,
            Model model) {
        Mission mission = get(id, "");
        long room = Math.max(LEAST_ROOM, Math.min(MOST_ROOM, to - from));
        Chart.Window window = chart.window(
                mission,
                from - room,
                to + room,
                CurveSketch.WIDTH / 2,
                ShownUnits.RECORDED,
                label -> line.isEmpty() || label.equals(line));
        window.lines().stream()
                .findFirst()
                .ifPresent(l -> model.addAttribute(
                        "curve",
                        CurveSketch.of(
                                window.groups().get(l.group()), l, from - room, to + room, from, to, limit, above)));
        return "review/sketch";
    }

    /**
     * What the chart shows, as a drawing; see {@link ChartDrawing}.
     *
     * @param from in ms, as {@code to}
     * @param channels numbers of those that are drawn; all where none are named
     * @param panels {@code line} for one a line, else one a unit
     * @param without {@code limits}, {@code excursions}, {@code events}: what is not drawn over the lines
     */
    @GetMapping(value = "/missions/{id}/chart.svg", produces = "image/svg+xml;charset=UTF-8")
    @ResponseBody
    String drawing(
            @PathVariable long id,
            @RequestParam long from,
            @RequestParam long to,
            @RequestParam(defaultValue = "900") int width,
            @RequestParam(required = false) List<Integer> channels,
            @RequestParam(defaultValue = "") String line,
            @RequestParam(defaultValue = "unit") String panels,
            @RequestParam(defaultValue = "") Set<String> without,
            ShownUnits inUnits,
            @RequestParam(defaultValue = "") String clock) {
        Mission mission = get(id, clock);
        int wide = Math.max(300, Math.min(width, MOST_COLUMNS));
        Chart.Window window =
                chart.window(mission, from, to, wide, inUnits, label -> line.isEmpty() || line.equals(label));
        List<Chart.Line> lines = window.lines().stream()
                .filter(l -> channels == null || channels.contains(l.channel()))
                .toList();
        String title = StoredTexts.read(mission.subject()) + ", " + mission.where();
        return ChartDrawing.of(
                title,
                window.groups(),
                lines,
                from,
                to,
                wide,
                panels.equals("line"),
                over(mission, clock, inUnits).without(without),
                mission.zoneOr(show.home()),
                show);
    }

    /** On the clock that is drawn. */
    private DrawnOver over(Mission mission, String clock, ShownUnits inUnits) {
        Mission stored = get(mission.id(), "");
        ClockCorrection viewed =
                clock.equals(MissionController.OWN) && stored.records().clockCorrected()
                        ? store.clock(stored)
                        : ClockCorrection.NONE;
        return evaluation
                .judgement(stored)
                .map(j -> facts.over(mission, j.at(viewed::loggerTime), evaluation.limits(stored, j), inUnits, viewed))
                .orElse(DrawnOver.NOTHING);
    }

    /** @param clock {@link MissionController#OWN} for times as the logger had them */
    private Mission get(long id, String clock) {
        Mission m = missions.find(id)
                .orElseThrow(
                        () -> new NotThereException(Texts.of("review.recordController.thereIsNoMission", "id", id)));
        return clock.equals(MissionController.OWN) ? m.byItsOwnClock() : m;
    }
}
