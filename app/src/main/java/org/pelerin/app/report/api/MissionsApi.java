package org.pelerin.app.report.api;

import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.pelerin.app.findings.Findings;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionFilter;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.record.SeriesTable;
import org.pelerin.app.report.export.CsvExport;
import org.pelerin.app.report.export.CsvForm;
import org.pelerin.app.report.export.JsonRows;
import org.pelerin.app.review.RangeFigures;
import org.pelerin.core.exchange.ExcursionFields;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.judge.Verdict;
import org.pelerin.core.series.Series;
import org.pelerin.core.unit.ShownUnits;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Missions: what they recorded, and what it comes to. Values are in the units recorded. */
@RestController
@RequestMapping("/api/v1/missions")
@Tag(name = "Missions")
class MissionsApi {

    /**
     * A mission.
     *
     * @param verdict within, excursions or inconclusive; null before something of it is judged
     * @param signedAs REVIEWED or APPROVED; null for neither
     */
    record MissionOut(
            long id,
            String serial,
            String model,
            String state,
            String plan,
            int planVersion,
            String site,
            String spot,
            Long spotId,
            Instant writtenAt,
            Instant collectedAt,
            Instant firstAt,
            Instant lastAt,
            Long samplesExpected,
            Long samplesReceived,
            String verdict,
            String signedAs) {

        static MissionOut of(Mission m) {
            return new MissionOut(
                    m.id(),
                    m.serial(),
                    m.device().model(),
                    m.state().name(),
                    m.copy().planName(),
                    m.copy().planVersion(),
                    m.place().site(),
                    m.place().spot(),
                    m.place().spotId(),
                    m.course().writtenAt(),
                    m.records().collectedAt(),
                    m.records().firstAt(),
                    m.records().lastAt(),
                    m.records().expected(),
                    m.records().received(),
                    m.records().verdict(),
                    m.records().signedAs() == null
                            ? null
                            : m.records().signedAs().name());
        }
    }

    record TableOut(int table, List<ChannelOut> channels, Instant from, Instant to, long rows, boolean changes) {}

    record ChannelOut(int number, String label, String unit) {}

    private final MissionQueries missions;
    private final Evaluation evaluation;
    private final SeriesStore store;
    private final RangeFigures ranges;
    private final Findings findings;
    private final Formats show;

    MissionsApi(
            MissionQueries missions,
            Evaluation evaluation,
            SeriesStore store,
            RangeFigures ranges,
            Findings findings,
            Formats show) {
        this.missions = missions;
        this.evaluation = evaluation;
        this.store = store;
        this.ranges = ranges;
        this.findings = findings;
        this.show = show;
    }

    @Operation(summary = "Missions, the newest first")
    @GetMapping
    ListPage<MissionOut> missions(
            @RequestParam(required = false) Long site,
            @RequestParam(required = false) Long spot,
            @RequestParam(required = false) String text,
            @RequestParam(required = false) String verdict,
            @RequestParam(required = false) Instant from,
            @RequestParam(required = false) Instant until,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = ListPage.USUAL) int size) {
        if (verdict != null && Arrays.stream(Verdict.values()).noneMatch(v -> told(v).equals(verdict))) {
            throw new ApiProblems.BadRequestException("“verdict” is one of "
                    + Arrays.stream(Verdict.values()).map(MissionsApi::told).collect(Collectors.joining(", ")));
        }
        int at = ListPage.page(page);
        int many = ListPage.size(size);
        MissionFilter.Wanted wanted = new MissionFilter.Wanted(
                text == null || text.isBlank() ? null : text.strip().replaceAll("([\\\\%_])", "\\\\$1"),
                site,
                spot,
                null,
                verdict,
                null,
                List.of(),
                false,
                false,
                from,
                until);
        return ListPage.of(missions.page(wanted, many, at, 1), at, many, MissionOut::of);
    }

    private static String told(Verdict v) {
        return v.name().toLowerCase(Locale.ROOT);
    }

    @Operation(summary = "One mission")
    @GetMapping("/{id}")
    MissionOut mission(@PathVariable long id) {
        return MissionOut.of(get(id));
    }

    private Mission get(long id) {
        return missions.find(id).orElseThrow(() -> new NotThereException("There is no mission " + id + "."));
    }

    @Operation(summary = "The tables of its record: channels that share their instants")
    @GetMapping("/{id}/series")
    List<TableOut> series(@PathVariable long id) {
        List<SeriesTable> tables = store.tables(get(id));
        return IntStream.range(0, tables.size())
                .mapToObj(t -> table(get(id), t, tables.get(t)))
                .toList();
    }

    private TableOut table(Mission m, int number, SeriesTable t) {
        List<Series> none = store.window(m, t, 0, 0);
        return new TableOut(
                number,
                IntStream.range(0, t.channels().size())
                        .mapToObj(i -> new ChannelOut(
                                t.channels().get(i),
                                t.labels().get(i),
                                none.get(i).unit().symbol()))
                        .toList(),
                t.axis().first(),
                t.axis().end(),
                t.axis().count(),
                t.axis().events());
    }

    @Operation(
            summary = "A table as CSV",
            description =
                    "From an instant, inclusive, to another, exclusive. With a step, as “10 min”: mean, least and greatest of each.")
    @GetMapping(value = "/{id}/series.csv", produces = "text/csv")
    void csv(
            @PathVariable long id,
            @RequestParam(defaultValue = "0") int table,
            @RequestParam(required = false) Instant from,
            @RequestParam(required = false) Instant to,
            @RequestParam(defaultValue = "") String step,
            @RequestParam(defaultValue = "") String time,
            @RequestParam(defaultValue = "") String zone,
            HttpServletResponse response)
            throws IOException {
        Mission m = get(id);
        CsvForm form = form(from, to, step, time, zone);
        List<Series> series = window(m, table, form);
        response.setContentType("text/csv;charset=UTF-8");
        Writer out = new OutputStreamWriter(response.getOutputStream(), StandardCharsets.UTF_8);
        CsvExport.rows(series, form, m.zoneOr(show.home()), ShownUnits.RECORDED, out);
        out.flush();
    }

    @Operation(
            summary = "A table as JSON",
            description = "A row is its instant in ms, then the values; null for a missing one.")
    @GetMapping(value = "/{id}/series.json", produces = MediaType.APPLICATION_JSON_VALUE)
    void json(
            @PathVariable long id,
            @RequestParam(defaultValue = "0") int table,
            @RequestParam(required = false) Instant from,
            @RequestParam(required = false) Instant to,
            @RequestParam(defaultValue = "") String step,
            HttpServletResponse response)
            throws IOException {
        Mission m = get(id);
        CsvForm form = form(from, to, step, "", "");
        List<Series> series = window(m, table, form);
        response.setContentType(MediaType.APPLICATION_JSON_VALUE);
        JsonRows.write(series, form, m.zoneOr(show.home()), response.getOutputStream());
    }

    private static CsvForm form(Instant from, Instant to, String step, String time, String zone) {
        if (from != null && to != null && !to.isAfter(from)) {
            throw new ApiProblems.BadRequestException("“to” has to be after “from”");
        }
        try {
            return CsvForm.asked(
                    from == null ? Long.MIN_VALUE : millis(from),
                    to == null ? Long.MAX_VALUE : millis(to),
                    time,
                    zone,
                    step);
        } catch (CsvForm.NoFormException e) {
            throw new ApiProblems.BadRequestException(e.getMessage());
        }
    }

    private static long millis(Instant t) {
        try {
            return t.toEpochMilli();
        } catch (ArithmeticException e) {
            throw new ApiProblems.BadRequestException("“" + t + "” is no instant that can be meant");
        }
    }

    private List<Series> window(Mission m, int number, CsvForm form) {
        List<SeriesTable> tables = store.tables(m);
        if (number < 0 || number >= tables.size()) {
            throw new NotThereException("Mission " + m.id() + " has no table " + number + ".");
        }
        SeriesTable t = tables.get(number);
        if (form.step() != null && t.axis().events()) {
            throw new ApiProblems.BadRequestException("Changes are a row a change: a step has no meaning for them");
        }
        long first = form.from() == Long.MIN_VALUE ? 0 : t.axis().indexAtOrAfter(form.from());
        long last = form.to() == Long.MAX_VALUE ? t.axis().count() : t.axis().indexAtOrAfter(form.to());
        return store.window(m, t, first, Math.max(first, last));
    }

    @Operation(summary = "Statistics of what is judged of a time; of all of it where none is named")
    @GetMapping("/{id}/statistics")
    List<JudgementDocument.Channel> statistics(
            @PathVariable long id,
            @RequestParam(required = false) Instant from,
            @RequestParam(required = false) Instant to) {
        Mission m = get(id);
        if (from == null && to == null) {
            return judged(m).series();
        }
        long begin = from == null ? 0 : millis(from);
        long end = to == null ? Long.MAX_VALUE / 4 : millis(to) - 1;
        if (end < begin) {
            throw new ApiProblems.BadRequestException("“to” has to be after “from”");
        }
        return ranges.of(m, begin, Math.min(end, 253_402_300_799_000L));
    }

    private JudgementDocument judged(Mission m) {
        return evaluation
                .judgement(m)
                .orElseThrow(() -> new NotThereException("Nothing of mission " + m.id() + " is judged yet."));
    }

    @Operation(summary = "Its judgement, as it is kept")
    @GetMapping(value = "/{id}/judgement", produces = MediaType.APPLICATION_JSON_VALUE)
    String judgement(@PathVariable long id) {
        Mission m = get(id);
        judged(m);
        return evaluation.text(m);
    }

    @Operation(summary = "Its excursions")
    @GetMapping("/{id}/excursions")
    List<ExcursionFields> excursions(@PathVariable long id) {
        return judged(get(id)).excursions().stream().map(ExcursionFields::of).toList();
    }

    @Operation(summary = "What was found about it, and what people said")
    @GetMapping("/{id}/findings")
    List<FindingsApi.FindingOut> findings(@PathVariable long id) {
        return findings.about(get(id).id()).stream()
                .map(FindingsApi.FindingOut::of)
                .toList();
    }
}
