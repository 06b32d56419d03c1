package org.pelerin.app.report.document;

import java.time.Duration;
import java.time.Instant;
import java.time.YearMonth;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.pelerin.app.collect.CaptureStore;
import org.pelerin.app.deployment.placing.Placement;
import org.pelerin.app.deployment.placing.PlacementService;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.places.Spot;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.record.JudgedRecords;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.record.SeriesTable;
import org.pelerin.app.report.dossier.CertificatesInForce;
import org.pelerin.app.report.dossier.LimitLines;
import org.pelerin.app.review.Carpet;
import org.pelerin.app.review.Chart;
import org.pelerin.app.review.RangeFigures;
import org.pelerin.app.review.SpotPieces;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.record.Spans;
import org.pelerin.core.stats.Band;
import org.pelerin.core.unit.ShownUnits;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;
import org.threeten.extra.Interval;

/** Finds out what became of a spot in a time. Judgements are read as they are kept; of samples, the blocks of that time. */
@Component
class SpotPeriods {

    private static final Logger LOG = LoggerFactory.getLogger(SpotPeriods.class);

    private final SpotPieces pieces;
    private final MissionQueries missions;
    private final Evaluation evaluation;
    private final JudgedRecords records;
    private final RangeFigures figures;
    private final Chart chart;
    private final SeriesStore store;
    private final CertificatesInForce certificates;
    private final PlacementService placements;
    private final CaptureStore captures;
    private final Formats show;

    SpotPeriods(
            SpotPieces pieces,
            MissionQueries missions,
            Evaluation evaluation,
            JudgedRecords records,
            RangeFigures figures,
            Chart chart,
            SeriesStore store,
            CertificatesInForce certificates,
            PlacementService placements,
            CaptureStore captures,
            Formats show) {
        this.pieces = pieces;
        this.missions = missions;
        this.evaluation = evaluation;
        this.records = records;
        this.figures = figures;
        this.chart = chart;
        this.store = store;
        this.certificates = certificates;
        this.placements = placements;
        this.captures = captures;
        this.show = show;
    }

    /**
     * @param from of the time, {@code to}: its end, as far as it has passed
     */
    SpotPeriod of(Spot spot, ZoneId zone, Instant from, Instant to, ReportSpec spec) {
        Interval span = Interval.of(from, to);
        List<Read> read = new ArrayList<>();
        List<SpotPeriod.Unread> unread = new ArrayList<>();
        for (Mission m : pieces.recordedDuring(spot.id(), from, to)) {
            try {
                read(m.id(), zone, span, spec).ifPresent(read::add);
            } catch (DataAccessException | TransactionException e) {
                throw e;
            } catch (RuntimeException e) {
                // what is damaged in one record is no reason to keep silent about the others
                LOG.warn("Mission {} could not be read for a report", m.id(), e);
                unread.add(new SpotPeriod.Unread(m.id(), m.serial(), SpotPeriod.Unread.Extent.ALL));
            }
        }
        List<Carpet.Piece> laid = read.stream().flatMap(r -> r.laid.stream()).toList();
        return new SpotPeriod(
                spot.id(),
                spot.site(),
                spot.name(),
                times(laid, from, to),
                read.stream().map(Read::part).toList(),
                unread,
                read.stream().flatMap(r -> r.departures.stream()).toList(),
                read.stream().flatMap(r -> r.excluded.stream()).toList(),
                late(spot, pieces.recordedDuring(spot.id(), Instant.EPOCH, to), from, to),
                spec.has(ReportSection.CARPETS) && !read.isEmpty()
                        ? SpotStrip.draw(
                                spot.name(), curves(read, from, to), months(zone, laid, from, to), from, to, zone, show)
                        : "",
                !placements.ofSpot(spot.id(), from, to).isEmpty());
    }

    /** What one mission adds to its spot's time; empty where it is not judged. */
    private Optional<Read> read(long mission, ZoneId zone, Interval span, ReportSpec spec) {
        Mission m = missions.find(mission).orElseThrow();
        if (evaluation.text(m) == null) {
            return Optional.empty();
        }
        JudgementDocument j = evaluation.judgement(m).orElseThrow();
        Limits limits = evaluation.limits(m, j);
        return Optional.of(new Read(
                pieces.of(List.of(m), span, null),
                part(m, span.getStart(), span.getEnd(), spec, j, limits),
                departures(m, j, span).toList(),
                excluded(m, span, zone).toList(),
                limits));
    }

    private record Read(
            List<Carpet.Piece> laid,
            SpotPeriod.Part part,
            List<SpotPeriod.Left> departures,
            List<String> excluded,
            Limits limits) {}

    static SpotPeriod.Times times(List<Carpet.Piece> laid, Instant from, Instant to) {
        Spans recorded = cut(laid.stream().map(Carpet.Piece::recorded), from, to);
        Spans judged = cut(laid.stream().flatMap(p -> p.judged().stream()), from, to);
        Spans missing = cut(laid.stream().flatMap(p -> p.gaps().stream()), from, to);
        Spans out = cut(laid.stream().flatMap(p -> p.departures().stream()).map(Carpet.Departure::span), from, to);
        return new SpotPeriod.Times(
                Duration.between(from, to),
                length(recorded),
                length(judged),
                length(missing),
                length(out),
                length(judged.without(missing).without(out)),
                Carpet.Total.of(laid, from, to).lacking());
    }

    private static Spans cut(Stream<Interval> spans, Instant from, Instant to) {
        return Spans.of(spans.toList()).within(from.toEpochMilli(), to.toEpochMilli());
    }

    private static Duration length(Spans s) {
        return Duration.ofMillis(s.total());
    }

    private SpotPeriod.Part part(
            Mission m, Instant from, Instant to, ReportSpec spec, JudgementDocument j, Limits limits) {
        List<JudgementDocument.Channel> of = spec.has(ReportSection.STATISTICS)
                ? figures.ofShown(m, from.toEpochMilli(), to.toEpochMilli() - 1).stream()
                        .filter(c -> c.count() > 0 && spec.wants(c.channel()))
                        .toList()
                : List.of();
        return new SpotPeriod.Part(
                m,
                ModelCatalogue.get(m.device().model()).name(),
                m.records().signedAs(),
                of,
                evaluation.inForce(m).words(),
                LimitLines.of(limits, j.series()),
                certificates.of(m).stream()
                        .map(c -> new SpotPeriod.Certificate(
                                CertificatesInForce.channel(m.plan(), c),
                                c,
                                c.dueAt() != null
                                        && c.dueAt()
                                                .isBefore(
                                                        earlier(to, m.records().lastAt()))))
                        .toList());
    }

    private static Instant earlier(Instant a, Instant b) {
        return a.isBefore(b) ? a : b;
    }

    private static Stream<SpotPeriod.Left> departures(Mission m, JudgementDocument j, Interval span) {
        return j.excursions().stream()
                .filter(e -> e.start().isBefore(span.getEnd()) && e.end().isAfter(span.getStart()))
                .map(e -> new SpotPeriod.Left(m.id(), e));
    }

    private Stream<String> excluded(Mission m, Interval span, ZoneId zone) {
        return records.excluded(m.id()).stream()
                .filter(x -> x.exclusion().span().overlaps(span))
                .map(x -> Texts.of(
                        "report.document.spotPeriods.missionTo",
                        "id",
                        m.id(),
                        "x",
                        x.words(),
                        "fromAt",
                        show.minute(x.fromAt(), zone),
                        "toAt",
                        show.minute(x.toAt(), zone),
                        "reason",
                        x.reason(),
                        "madeBy",
                        x.madeBy()));
    }

    /** Visits that its schedule asks for and that came later: within the stays of loggers there, counted from the visit before. */
    private List<SpotPeriod.Late> late(Spot spot, List<Mission> there, Instant from, Instant to) {
        if (spot.collectDays() == null) {
            return List.of();
        }
        Duration every = Duration.ofDays(spot.collectDays());
        List<Instant> came = captures.visits(there.stream().map(Mission::id).toList(), Instant.EPOCH).values().stream()
                .flatMap(List::stream)
                .sorted()
                .toList();
        List<Placement> stays = placements.ofSpot(spot.id(), from, to);
        List<SpotPeriod.Late> out = new ArrayList<>();
        for (Placement stay : stays) {
            Instant until = stay.takenAt() == null ? to : earlier(stay.takenAt(), to);
            Instant last = stay.placedAt();
            List<Instant> visits = new ArrayList<>(came.stream()
                    .filter(v -> v.isAfter(stay.placedAt()) && !v.isAfter(until))
                    .toList());
            visits.add(null);
            for (Instant visit : visits) {
                Instant due = last.plus(every);
                Instant end = visit == null ? until : visit;
                if (end.isAfter(due) && due.isBefore(to) && end.isAfter(from)) {
                    out.add(new SpotPeriod.Late(due, visit, Duration.between(due, end)));
                }
                last = visit;
            }
        }
        out.sort(Comparator.comparing(SpotPeriod.Late::due));
        return out;
    }

    private static List<Carpet> months(ZoneId zone, List<Carpet.Piece> laid, Instant from, Instant to) {
        List<Carpet> out = new ArrayList<>();
        YearMonth last = YearMonth.from(to.minusMillis(1).atZone(zone));
        for (YearMonth month = YearMonth.from(from.atZone(zone)); !month.isAfter(last); month = month.plusMonths(1)) {
            out.add(Carpet.of(month, zone, laid));
        }
        return out;
    }

    /** The limited channels of its missions one after the other; where none is limited, all that are shown at first. */
    private List<SpotStrip.Curve> curves(List<Read> read, Instant from, Instant to) {
        Map<List<String>, SpotStrip.Curve> out = new LinkedHashMap<>();
        for (Read r : read) {
            Mission m = r.part.mission();
            Limits limits = r.limits;
            Chart.Window window =
                    chart.window(m, from.toEpochMilli(), to.toEpochMilli() - 1, SpotStrip.COLUMNS, ShownUnits.RECORDED);
            Set<Integer> first = Set.copyOf(SeriesTable.shownAtFirst(store.tables(m)));
            boolean any = window.lines().stream().anyMatch(l -> limits.band(l.label()) != null);
            for (Chart.Line line : window.lines()) {
                Band band = limits.band(line.label());
                if (!first.contains(line.channel()) || any && band == null) {
                    continue;
                }
                SpotStrip.Curve curve = out.computeIfAbsent(
                        List.of(line.label(), line.unit()),
                        k -> new SpotStrip.Curve(
                                line.label(),
                                line.unit(),
                                band == null || Double.isInfinite(band.low()) ? null : band.low(),
                                band == null || Double.isInfinite(band.high()) ? null : band.high(),
                                new ArrayList<>()));
                points(line, window.groups().get(line.group()), from, to, curve.points());
            }
        }
        return List.copyOf(out.values());
    }

    private static void points(
            Chart.Line line, Chart.Columns columns, Instant from, Instant to, List<SpotStrip.Point> into) {
        boolean breaks = true;
        for (int i = 0; i < line.min().size(); i++) {
            long at = columns.t().get(i);
            Double min = line.min().get(i);
            if (min == null || at < from.toEpochMilli() || at >= to.toEpochMilli()) {
                breaks = true;
                continue;
            }
            into.add(new SpotStrip.Point(at, min, line.max().get(i), breaks));
            breaks = false;
        }
    }
}
