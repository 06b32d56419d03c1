package org.pelerin.app.deployment.placing;

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
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Putting a logger somewhere, with a phone in one hand. */
@Controller
class PlaceController {

    static final DateTimeFormatter LOCAL = DateTimeFormatter.ofPattern("yyyy-MM-dd'T'HH:mm");
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
                    "serial",
                    Texts.of(
                            "deployment.placing.placeController.loggerWasNeverConnectedHere",
                            "toUpperCase",
                            form.serial.strip().toUpperCase(Locale.ROOT)));
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
        page.addAttribute(
                "misfit",
                logger.isEmpty() || spot == null
                        ? List.of()
                        : placements.misfit(logger.get().serial(), spot));
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
            typed.wrong("spot", Texts.of("deployment.placing.placeController.chooseTheSpot"));
        }
        if (typed.errors().isEmpty()) {
            try {
                String misfit = placements.place(
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
                        Texts.of(
                                "deployment.placing.placeController.isAt",
                                "serial",
                                serial,
                                "full",
                                places.find(form.spot).orElseThrow().full(),
                                "more",
                                (misfit.isEmpty() ? "" : " " + misfit + ".")));
                return "redirect:/spots/" + form.spot;
            } catch (PlacementService.NotPlacedException e) {
                page.addAttribute("refused", Texts.sentence(e.getMessage()));
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

    /**
     * @param spot where to go on
     * @param at when, by the site's clock; blank for now
     */
    @PostMapping("/place/take")
    String take(
            @RequestParam String serial,
            @RequestParam long spot,
            @RequestParam(defaultValue = "") String at,
            Principal me,
            RedirectAttributes flash) {
        FieldReader typed = new FieldReader();
        Instant when = at.isBlank()
                ? clock.instant()
                : typed.local("at", at, places.find(spot).map(SpotAt::zoneId).orElse(show.home()), clock.instant());
        try {
            if (!typed.errors().isEmpty()) {
                throw new PlacementService.NotPlacedException(typed.errors().get("at"));
            }
            placements.take(serial, exact(when, serial, spot), me.getName());
            flash.addFlashAttribute(
                    "said", Texts.of("deployment.placing.placeController.wasTakenAway", "serial", serial));
        } catch (PlacementService.NotPlacedException e) {
            flash.addFlashAttribute("refused", Texts.sentence(e.getMessage()));
        }
        return "redirect:/spots/" + spot;
    }

    /** The times of a stay, to be corrected. */
    @GetMapping("/placements/{id}")
    String stay(@PathVariable long id, Model page) {
        Placement p = stay(id);
        ZoneId zone = places.find(p.spotId()).map(SpotAt::zoneId).orElse(show.home());
        return stay(
                p,
                LOCAL.format(p.placedAt().atZone(zone)),
                p.present() ? "" : LOCAL.format(p.takenAt().atZone(zone)),
                "",
                zone,
                new FieldReader(),
                page);
    }

    private Placement stay(long id) {
        return placements
                .find(id)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("deployment.placing.placeController.thereIsNoPlacing", "id", id)));
    }

    private static String stay(
            Placement p, String from, String to, String reason, ZoneId zone, FieldReader typed, Model page) {
        page.addAttribute("room", "places");
        page.addAttribute("p", p);
        page.addAttribute("from", from);
        page.addAttribute("to", to);
        page.addAttribute("reason", reason);
        page.addAttribute("seen", seen(p));
        page.addAttribute("z", zone);
        page.addAttribute("errors", typed.errors());
        return "placing/stay";
    }

    /**
     * What is left as it was shown, to the minute, stays as it is to the second.
     *
     * @param seen the times as they were shown, so that what somebody else corrected meanwhile is not overwritten
     */
    @PostMapping("/placements/{id}")
    String correct(
            @PathVariable long id,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String to,
            @RequestParam(defaultValue = "") String reason,
            @RequestParam(defaultValue = "") String seen,
            Principal me,
            Model page,
            RedirectAttributes flash) {
        Placement p = stay(id);
        if (!seen.equals(seen(p))) {
            flash.addFlashAttribute(
                    "refused", Texts.of("deployment.placing.placeController.nothingWasCorrectedSomebodyChanged"));
            return "redirect:/placements/" + id;
        }
        ZoneId zone = places.find(p.spotId()).map(SpotAt::zoneId).orElse(show.home());
        FieldReader typed = new FieldReader();
        Instant begins = typed.local("from", from, zone, null);
        Instant ends = to.isBlank() ? null : typed.local("to", to, zone, null);
        if (from.isBlank()) {
            typed.wrong("from", Texts.of("deployment.placing.placeController.enterThePlacingTime"));
        }
        if (reason.isBlank()) {
            typed.wrong("reason", Texts.of("deployment.placing.placeController.enterAReasonForThe"));
        } else if (Length.REASON.exceeded(reason)) {
            typed.wrong("reason", Length.REASON.said(reason));
        }
        if (typed.errors().isEmpty()) {
            try {
                placements.correct(
                        p, same(begins, p.placedAt()), same(ends, p.takenAt()), reason.strip(), me.getName());
                flash.addFlashAttribute("said", Texts.of("deployment.placing.placeController.corrected"));
                return "redirect:/spots/" + p.spotId();
            } catch (PlacementService.NotPlacedException e) {
                page.addAttribute("refused", Texts.sentence(e.getMessage()));
            }
        }
        return stay(p, from, to, reason, zone, typed, page);
    }

    private static String seen(Placement p) {
        return p.placedAt().toEpochMilli() + "-"
                + (p.present() ? "" : p.takenAt().toEpochMilli());
    }

    private static Instant same(Instant typed, Instant before) {
        return typed != null && before != null && typed.equals(before.truncatedTo(ChronoUnit.MINUTES)) ? before : typed;
    }
}
