package org.pelerin.app.review;

import java.time.Clock;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.YearMonth;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.judge.limits.LimitSet;
import org.pelerin.app.judge.limits.LimitSets;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.SpotAt;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.NotThereException;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.threeten.extra.Interval;

/** The carpet of a spot, a part of its page. */
@Controller
class CarpetController {

    private static final int MONTHS = 12;

    private final PlaceService places;
    private final SpotPieces pieces;
    private final LimitSets sets;
    private final Clock clock;

    CarpetController(PlaceService places, SpotPieces pieces, LimitSets sets, Clock clock) {
        this.places = places;
        this.pieces = pieces;
        this.sets = sets;
        this.clock = clock;
    }

    /**
     * @param limits a set that is tried in the place of what is in force
     * @param month as ISO has it; the one of the newest record where none is named or it cannot be read
     */
    @GetMapping("/spots/{id}/hour-map")
    String carpet(
            @PathVariable long id,
            @RequestParam(defaultValue = "") String month,
            @RequestParam(required = false) Long limits,
            Model model) {
        LimitSet tried = limits == null ? null : sets.find(limits).orElse(null);
        SpotAt spot = places.find(id)
                .orElseThrow(() -> new NotThereException(Texts.of("review.carpetController.thereIsNoSpot", "id", id)));
        ZoneId zone = spot.zoneId();
        Optional<Instant> newest = pieces.lastRecorded(id);
        YearMonth wanted = read(month)
                .orElseGet(() -> YearMonth.from(newest.orElseGet(clock::instant).atZone(zone)));
        List<Carpet.Piece> laid = laid(id, span(wanted, wanted, zone), tried);
        model.addAttribute("spot", spot);
        model.addAttribute("z", zone);
        model.addAttribute("limits", tried == null ? null : tried.id());
        model.addAttribute("by", tried == null ? null : tried.name());
        model.addAttribute("frame", tried == null ? "carpet" : "carpet-" + tried.id());
        model.addAttribute("any", newest.isPresent());
        model.addAttribute("carpet", Carpet.of(wanted, zone, laid));
        return "review/carpet :: carpet";
    }

    private static Interval span(YearMonth first, YearMonth last, ZoneId zone) {
        return Interval.of(
                first.atDay(1).atStartOfDay(zone).toInstant(),
                last.plusMonths(1).atDay(1).atStartOfDay(zone).toInstant());
    }

    /** The verdict of each month, the newest first. */
    @GetMapping("/spots/{id}/months")
    String months(@PathVariable long id, Model model) {
        SpotAt spot = places.find(id)
                .orElseThrow(() -> new NotThereException(Texts.of("review.carpetController.thereIsNoSpot", "id", id)));
        ZoneId zone = spot.zoneId();
        List<Carpet> months = new ArrayList<>();
        pieces.lastRecorded(id).ifPresent(newest -> {
            YearMonth last = YearMonth.from(newest.atZone(zone));
            List<Carpet.Piece> laid = laid(id, span(last.minusMonths(MONTHS - 1), last, zone), null);
            for (int i = 0; i < MONTHS; i++) {
                Carpet month = Carpet.of(last.minusMonths(i), zone, laid);
                if (month.days().stream().anyMatch(Carpet.Day::recorded)) {
                    months.add(month);
                }
            }
        });
        model.addAttribute("spot", spot);
        model.addAttribute("months", months);
        return "review/carpet :: months";
    }

    private List<Carpet.Piece> laid(long spot, Interval span, LimitSet tried) {
        return pieces.of(pieces.recordedDuring(spot, span.getStart(), span.getEnd()), span, tried);
    }

    private static Optional<YearMonth> read(String month) {
        try {
            return month.isBlank() ? Optional.empty() : Optional.of(YearMonth.parse(month.strip()));
        } catch (DateTimeException e) {
            return Optional.empty();
        }
    }
}
