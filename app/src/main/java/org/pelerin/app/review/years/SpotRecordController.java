package org.pelerin.app.review.years;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.SpotAt;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.review.Carpet;
import org.pelerin.app.review.SpotPieces;
import org.pelerin.core.plan.LimitText;
import org.pelerin.core.unit.ShownUnits;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.threeten.extra.Interval;

/** The record of a spot over years: one chart of all its missions, and a year in hours. */
@Controller
class SpotRecordController {

    private static final Duration PATIENCE = Duration.ofMillis(1200);
    private static final int MONTHS = 12;

    private final PlaceService places;
    private final SpotDays days;
    private final SpotPieces pieces;
    private final Formats show;

    SpotRecordController(PlaceService places, SpotDays days, SpotPieces pieces, Formats show) {
        this.places = places;
        this.days = days;
        this.pieces = pieces;
        this.show = show;
    }

    /** @param year the one that is shown; all of them where none is named */
    @GetMapping("/spots/{id}/record")
    String record(@PathVariable long id, @RequestParam(required = false) Integer year, Model model) {
        SpotAt spot = spot(id);
        ZoneId zone = spot.zoneId();
        Optional<Interval> recorded = days.recorded(id);
        model.addAttribute("room", "places");
        model.addAttribute("spot", spot);
        model.addAttribute("any", recorded.isPresent());
        recorded.ifPresent(all -> {
            int first = all.getStart().atZone(zone).getYear();
            int last = all.getEnd().atZone(zone).getYear();
            model.addAttribute(
                    "years",
                    IntStream.rangeClosed(first, last)
                            .map(y -> first + last - y)
                            .boxed()
                            .toList());
            model.addAttribute("year", year);
            model.addAttribute("mapped", year == null || year < first || year > last ? last : year);
            model.addAttribute("first", all.getStart());
            model.addAttribute("last", all.getEnd());
        });
        return "review/spot-record";
    }

    /** The chart, a part of it; asks for itself again while missions have yet to be reckoned. */
    @GetMapping("/spots/{id}/record/chart")
    String chart(@PathVariable long id, @RequestParam(required = false) Integer year, ShownUnits inUnits, Model model) {
        SpotAt spot = spot(id);
        ZoneId zone = spot.zoneId();
        model.addAttribute("spot", spot);
        model.addAttribute("year", year);
        model.addAttribute("z", zone);
        days.recorded(id).ifPresent(all -> {
            LocalDate from = year == null ? day(all.getStart(), zone) : LocalDate.of(bounded(year), 1, 1);
            LocalDate to = year == null ? day(all.getEnd(), zone).plusDays(1) : from.plusYears(1);
            SpotDays.Found found = days.of(id, zone, from, to, PATIENCE);
            model.addAttribute("waiting", found.waiting());
            model.addAttribute("missions", found.there().size());
            model.addAttribute("unread", found.unread());
            model.addAttribute(
                    "record",
                    SpotRecord.of(
                            found.there(),
                            found.lines(),
                            from,
                            to,
                            zone,
                            inUnits,
                            LimitText::plain,
                            show::shortMonth,
                            show::dayOfMonth));
        });
        return "review/spot-record-parts :: chart";
    }

    /** A year in hours, a part of it. */
    @GetMapping("/spots/{id}/record/hours")
    String hours(@PathVariable long id, @RequestParam int year, Model model) {
        SpotAt spot = spot(id);
        ZoneId zone = spot.zoneId();
        int wanted = bounded(year);
        Interval span = Interval.of(
                LocalDate.of(wanted, 1, 1).atStartOfDay(zone).toInstant(),
                LocalDate.of(wanted + 1, 1, 1).atStartOfDay(zone).toInstant());
        List<Carpet.Piece> laid = pieces.of(pieces.recordedDuring(id, span.getStart(), span.getEnd()), span, null);
        List<Carpet> months = IntStream.rangeClosed(1, MONTHS)
                .mapToObj(m -> YearMonth.of(wanted, m))
                .map(m -> Carpet.of(m, zone, reaching(laid, m, zone)))
                .toList();
        model.addAttribute("spot", spot);
        model.addAttribute("z", zone);
        model.addAttribute("year", wanted);
        model.addAttribute("hours", YearOfHours.of(months));
        return "review/spot-record-parts :: hours";
    }

    private static List<Carpet.Piece> reaching(List<Carpet.Piece> laid, YearMonth month, ZoneId zone) {
        Interval span = Interval.of(
                month.atDay(1).atStartOfDay(zone).toInstant(),
                month.plusMonths(1).atDay(1).atStartOfDay(zone).toInstant());
        return laid.stream()
                .filter(p -> p.recorded().overlaps(span) || p.judged().stream().anyMatch(j -> j.overlaps(span)))
                .toList();
    }

    private static LocalDate day(Instant at, ZoneId zone) {
        return at.atZone(zone).toLocalDate();
    }

    private static int bounded(int year) {
        return Math.max(1970, Math.min(9998, year));
    }

    private SpotAt spot(long id) {
        return places.find(id)
                .orElseThrow(() -> new NotThereException(Texts.of("review.carpetController.thereIsNoSpot", "id", id)));
    }
}
