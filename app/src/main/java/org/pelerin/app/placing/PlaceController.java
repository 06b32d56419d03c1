package org.pelerin.app.placing;

import java.security.Principal;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import org.pelerin.app.loggers.registry.LoggerRegistry;
import org.pelerin.app.loggers.registry.LoggerUnit;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.Spot;
import org.pelerin.app.places.SpotAt;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Putting a logger somewhere, with a phone in one hand. */
@Controller
class PlaceController {

    private static final DateTimeFormatter LOCAL = DateTimeFormatter.ofPattern("yyyy-MM-dd'T'HH:mm");
    private static final int LONGEST_ACCLIMATISING = 7 * 24 * 60;

    private final PlacementService placements;
    private final PlaceService places;
    private final LoggerRegistry loggers;
    private final Clock clock;
    private final Formats show;

    PlaceController(
            PlacementService placements, PlaceService places, LoggerRegistry loggers, Clock clock, Formats show) {
        this.placements = placements;
        this.places = places;
        this.loggers = loggers;
        this.clock = clock;
        this.show = show;
    }

    /** Asks for the serial first, then for the rest. */
    @GetMapping("/place")
    String ask(@ModelAttribute PlacingForm form, Model page) {
        return show(form, new FieldReader(), page);
    }

    private String show(PlacingForm form, FieldReader typed, Model page) {
        Optional<LoggerUnit> logger = form.serial.isBlank() ? Optional.empty() : loggers.typed(form.serial);
        if (!form.serial.isBlank() && logger.isEmpty()) {
            typed.wrong(
                    "serial", "No logger " + form.serial.strip().toUpperCase(Locale.ROOT) + " was ever connected here");
        }
        logger.ifPresent(l -> form.serial = l.serial());
        Optional<Mission> mission = logger.flatMap(l -> placements.current(l.serial()));
        Long spot = form.spot != null
                ? form.spot
                : mission.map(m -> m.place().spotId()).orElse(null);
        ZoneId zone = places.find(spot).map(SpotAt::zoneId).orElse(show.home());
        if (form.at.isBlank()) {
            form.at = LOCAL.format(clock.instant().atZone(zone));
        }
        page.addAttribute("room", "places");
        page.addAttribute("form", form);
        page.addAttribute("errors", typed.errors());
        page.addAttribute("spots", places.choices(spot));
        page.addAttribute("spotId", spot);
        page.addAttribute("place", places.find(spot).orElse(null));
        page.addAttribute("logger", logger.orElse(null));
        page.addAttribute("mission", mission.orElse(null));
        page.addAttribute(
                "elsewhere",
                logger.flatMap(l -> placements.presentOf(l.serial()))
                        .filter(p -> spot == null || p.spotId() != spot)
                        .orElse(null));
        page.addAttribute(
                "there",
                spot == null
                        ? List.of()
                        : placements.ofSpot(spot, 50).stream()
                                .filter(Placement::present)
                                .filter(p -> logger.isEmpty()
                                        || !p.serial().equals(logger.get().serial()))
                                .toList());
        page.addAttribute(
                "hanging",
                logger.filter(l -> spot != null && model(l).ratedDepth() > 0)
                        .flatMap(l -> places.spot(spot))
                        .map(Spot::hanging)
                        .orElse(null));
        page.addAttribute("made", logger.map(PlaceController::model).orElse(null));
        page.addAttribute(
                "notWired", logger.map(l -> placements.notWired(l.serial())).orElse(""));
        page.addAttribute("wirings", Checklist.WIRINGS);
        page.addAttribute("checks", logger.map(l -> Checklist.of(model(l))).orElse(List.of()));
        return "placing/place";
    }

    private static LoggerModel model(LoggerUnit logger) {
        return ModelCatalogue.get(logger.model());
    }

    @PostMapping("/place")
    String place(@ModelAttribute PlacingForm form, Principal me, Model page, RedirectAttributes flash) {
        FieldReader typed = new FieldReader();
        String serial = loggers.typed(form.serial)
                .map(LoggerUnit::serial)
                .orElse(form.serial.strip().toUpperCase(Locale.ROOT));
        ZoneId zone = places.find(form.spot).map(SpotAt::zoneId).orElse(show.home());
        Instant at = typed.local("at", form.at, zone, clock.instant());
        Integer minutes = form.acclimatise.isBlank()
                ? Integer.valueOf(0)
                : typed.whole("acclimatise", form.acclimatise, 0, LONGEST_ACCLIMATISING);
        Double water = form.water.isBlank() ? null : typed.number("water", form.water);
        Double cable = form.cable.isBlank() ? null : typed.number("cable", form.cable);
        if (form.spot == null) {
            typed.wrong("spot", "Choose the spot");
        }
        if (typed.errors().isEmpty()) {
            try {
                placements.place(
                        new PlacementService.Placing(
                                serial,
                                form.spot,
                                exact(at, serial, form.spot),
                                form.moved,
                                form.other.isEmpty() ? null : PlacementService.Other.valueOf(form.other),
                                form.remarks.strip(),
                                minutes,
                                form.checked,
                                form.checked.contains(Checklist.RUNS),
                                new PlacementService.WaterMeasurement(water, cable)),
                        me.getName());
                flash.addFlashAttribute(
                        "said",
                        serial + " is at "
                                + places.find(form.spot).orElseThrow().full() + ".");
                return "redirect:/spots/" + form.spot;
            } catch (PlacementService.NotPlacedException e) {
                page.addAttribute("refused", e.getMessage() + ".");
            }
        }
        return show(form, typed, page);
    }

    /**
     * The form knows minutes only, and a phone's clock may be a little ahead: what was just now is now, and what ends in the minute in
     * which it began does not end before it.
     */
    private Instant exact(Instant at, String serial, long spot) {
        if (Duration.between(at, clock.instant()).abs().compareTo(Duration.ofMinutes(1)) <= 0) {
            return clock.instant();
        }
        return Stream.concat(placements.presentOf(serial).stream(), placements.ofSpot(spot, 50).stream())
                .filter(Placement::present)
                .map(Placement::placedAt)
                .filter(p ->
                        p.isAfter(at) && p.truncatedTo(ChronoUnit.MINUTES).equals(at.truncatedTo(ChronoUnit.MINUTES)))
                .max(Comparator.naturalOrder())
                .orElse(at);
    }

    /** @param spot where to go on */
    @PostMapping("/place/take")
    String take(@RequestParam String serial, @RequestParam long spot, Principal me, RedirectAttributes flash) {
        try {
            placements.take(serial, clock.instant(), me.getName());
            flash.addFlashAttribute("said", serial + " was taken away.");
        } catch (PlacementService.NotPlacedException e) {
            flash.addFlashAttribute("refused", e.getMessage() + ".");
        }
        return "redirect:/spots/" + spot;
    }
}
