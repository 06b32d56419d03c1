package org.pelerin.app.review;

import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.pelerin.app.collect.DeviceEvents;
import org.pelerin.app.missions.Housekeeping;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.organisation.units.AskedUnits;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.record.Excluded;
import org.pelerin.app.record.JudgedPeriod;
import org.pelerin.app.record.JudgedRecords;
import org.pelerin.app.record.SeriesTable;
import org.pelerin.app.review.notes.PinnedNotes;
import org.pelerin.app.review.views.SavedView;
import org.pelerin.core.exchange.ExcursionDocument;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.judge.Basis;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.plan.LastingText;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.stats.Band;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.Unit;
import org.springframework.stereotype.Service;
import org.threeten.extra.Interval;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What the page of a mission says of its record to the chart on it, as JSON. */
@Service
class ChartFacts {

    private final JudgedRecords records;
    private final PinnedNotes notes;
    private final DeviceEvents events;
    private final Formats show;
    private final JsonMapper json = JsonMapper.builder().build();

    ChartFacts(JudgedRecords records, PinnedNotes notes, DeviceEvents events, Formats show) {
        this.records = records;
        this.notes = notes;
        this.events = events;
        this.show = show;
    }

    /**
     * @param mission as it is shown
     * @param t what the address asked for, for whatever the chart asks further
     * @param limits that it is judged by, for its channels
     * @param viewed the correction that its own times are told without; none where they are told as they are judged
     * @param view a kept way to draw it; null for the usual
     */
    String of(
            Mission mission,
            List<SeriesTable> tables,
            JudgementDocument j,
            Limits limits,
            ShownUnits inUnits,
            String t,
            ClockCorrection viewed,
            JudgedPeriod period,
            SavedView view) {
        Instant begun = mission.records().firstAt() == null
                ? Instant.EPOCH
                : mission.records().firstAt();
        Instant ended =
                mission.records().lastAt() == null ? begun : mission.records().lastAt();
        Map<String, Object> data = new LinkedHashMap<>();
        data.put("mission", mission.id());
        data.put("from", viewed.loggerTime(begun).toEpochMilli());
        data.put("to", viewed.loggerTime(ended).toEpochMilli());
        data.put("zone", mission.zoneOr(show.home()).getId());
        data.put("t", AskedUnits.of(t).text());
        data.put("clock", viewed.none() ? "" : MissionController.OWN);
        data.put("spot", mission.place().spotId() == null ? 0 : mission.place().spotId());
        data.put(
                "channels",
                channels(
                        limits,
                        tables,
                        j,
                        inUnits,
                        Housekeeping.of(mission.device().model())));
        data.put("rules", rules(limits, j, inUnits));
        data.put("tables", tables.stream().map(ChartFacts::table).toList());
        data.put(
                "excursions", j.excursions().stream().map(ChartFacts::excursion).toList());
        data.put(
                "gaps",
                j.gaps().stream()
                        .map(g -> List.of(g.start().toEpochMilli(), g.end().toEpochMilli()))
                        .toList());
        data.put("outside", outside(mission, begun, ended, period, viewed));
        data.put("notes", notes.lines(mission, viewed));
        data.put(
                "events",
                events.of(mission.withClock(mission.records().clockCorrected() || !viewed.none())).stream()
                        .map(e -> Map.of(
                                "at", viewed.loggerTime(e.at()).toEpochMilli(), "sign", e.sign(), "what", e.what()))
                        .toList());
        if (view != null) {
            data.put("view", json.readValue(view.document(), JsonNode.class));
        }
        return json.writeValueAsString(data);
    }

    /** The same for a drawing. */
    DrawnOver over(Mission mission, JudgementDocument j, Limits limits, ShownUnits inUnits, ClockCorrection viewed) {
        Map<Integer, DrawnOver.Sides> bands = new LinkedHashMap<>();
        for (int i = 0; i < j.series().size(); i++) {
            JudgementDocument.Channel c = j.series().get(i);
            Band band = limits.band(c.channel());
            if (band != null) {
                Conversion unit = Unit.of(c.unit()).shown(inUnits);
                bands.put(i, new DrawnOver.Sides(value(unit, band.low()), value(unit, band.high())));
            }
        }
        return new DrawnOver(
                bands,
                j.excursions().stream()
                        .map(e -> new DrawnOver.Stretch(
                                e.start().toEpochMilli(),
                                e.end().toEpochMilli(),
                                e.side().word()))
                        .toList(),
                j.gaps().stream()
                        .map(g -> new DrawnOver.Stretch(
                                g.start().toEpochMilli(), g.end().toEpochMilli(), "missing"))
                        .toList(),
                events.of(mission.withClock(mission.records().clockCorrected() || !viewed.none())).stream()
                        .map(e -> new DrawnOver.Event(viewed.loggerTime(e.at()).toEpochMilli(), e.sign(), e.what()))
                        .toList());
    }

    private static double value(Conversion unit, double limit) {
        return Double.isInfinite(limit) ? limit : unit.value(limit);
    }

    /** Limits on values of channels that are here, to be tried otherwise; a side that a rule does not have is empty. */
    static List<Map<String, Object>> rules(Limits limits, JudgementDocument j, ShownUnits inUnits) {
        List<Map<String, Object>> out = new ArrayList<>();
        for (Rule r : limits.rules()) {
            j.series().stream()
                    .filter(c -> c.channel().equals(r.channel()) && r.basis() instanceof Basis.Value)
                    .findFirst()
                    .map(c -> Unit.of(c.unit()).shown(inUnits))
                    .ifPresent(unit -> out.add(Map.of(
                            "id", r.id(),
                            "channel", r.channel(),
                            "unit", unit.symbol(),
                            "low", side(unit, r.bound().low()),
                            "high", side(unit, r.bound().high()),
                            "lasting", LastingText.format(r.lasting()))));
        }
        return out;
    }

    private static Object side(Conversion unit, double limit) {
        return Double.isInfinite(limit) ? "" : unit.value(limit);
    }

    private static Map<String, Object> table(SeriesTable t) {
        return Map.of(
                "title", t.title(),
                "events", t.axis().events(),
                "count", t.axis().count(),
                "channels", t.channels());
    }

    private static Map<String, Object> excursion(ExcursionDocument e) {
        return Map.of(
                "from", e.start().toEpochMilli(),
                "to", e.end().toEpochMilli(),
                "side", e.side().word(),
                "channel", e.of().orElse(""));
    }

    private static List<Map<String, Object>> channels(
            Limits limits,
            List<SeriesTable> tables,
            JudgementDocument j,
            ShownUnits inUnits,
            Set<String> housekeeping) {
        List<Integer> shown = SeriesTable.shownAtFirst(tables);
        List<Map<String, Object>> out = new ArrayList<>();
        for (int i = 0; i < j.series().size(); i++) {
            JudgementDocument.Channel c = j.series().get(i);
            Band band = limits.band(c.channel());
            Conversion unit = Unit.of(c.unit()).shown(inUnits);
            out.add(Map.of(
                    "number",
                    i,
                    "shown",
                    shown.contains(i),
                    "scans",
                    SeriesTable.ofScans(c.channel()),
                    "house",
                    band == null && housekeeping.contains(c.channel()),
                    "channel",
                    c.channel(),
                    "unit",
                    unit.symbol(),
                    "low",
                    band == null ? "" : side(unit, band.low()),
                    "high",
                    band == null ? "" : side(unit, band.high())));
        }
        return out;
    }

    /** Stretches that are not judged, to be drawn pale: begin, end, and what they are. */
    private List<List<Object>> outside(
            Mission mission, Instant first, Instant last, JudgedPeriod period, ClockCorrection viewed) {
        List<List<Object>> out = new ArrayList<>();
        if (period.from() != null && period.from().isAfter(first)) {
            out.add(stretch(first, period.from(), Texts.of("review.chartFacts.notAssessed"), viewed));
        }
        for (Excluded e : records.excluded(mission.id())) {
            out.add(stretch(e.fromAt(), e.toAt(), e.words() + ": " + e.reason(), viewed));
        }
        for (Interval away : period.away()) {
            out.add(stretch(away.getStart(), away.getEnd(), Texts.of("review.chartFacts.awayFromItsSpot"), viewed));
        }
        if (period.to() != null && period.to().isBefore(last)) {
            out.add(stretch(period.to(), last.plusMillis(1), Texts.of("review.chartFacts.notAssessed"), viewed));
        }
        return out;
    }

    private static List<Object> stretch(Instant from, Instant to, String what, ClockCorrection viewed) {
        return List.of(
                viewed.loggerTime(from).toEpochMilli(), viewed.loggerTime(to).toEpochMilli(), what);
    }
}
