package org.pelerin.app.shell.yard;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotThereException;
import org.springframework.boot.autoconfigure.condition.ConditionalOnExpression;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The simulated outdoors as a page: carry loggers, press their buttons, pull cables, let time pass. */
@Controller
@ConditionalOnExpression("!'${pelerin.yard.control:}'.isBlank()")
class YardController {

    /** A spot with what lies there. */
    record SpotView(String key, String site, String name, List<YardClient.YardLogger> loggers) {}

    /** What goes wrong, for the page. */
    record IncidentView(String spot, String what, Instant start, Instant end) {}

    private final YardClient yard;
    private final Dock dock;
    private final Formats show;

    YardController(YardClient yard, Dock dock, Formats show) {
        this.yard = yard;
        this.dock = dock;
        this.show = show;
    }

    @GetMapping("/yard")
    String page(Model model) {
        model.addAttribute("room", "yard");
        try {
            fill(model, yard.world());
            model.addAttribute("mails", yard.mails());
        } catch (YardClient.YardException e) {
            model.addAttribute("what", Texts.sentence(e.getMessage()));
            model.addAttribute("advice", Texts.of("shell.yard.yardController.theSimulatedOutdoorsIsA"));
            return "problem";
        }
        return "yard/yard";
    }

    private void fill(Model model, YardClient.World world) {
        Map<String, List<SpotView>> sites = new LinkedHashMap<>();
        Map<String, String> names = new LinkedHashMap<>();
        for (YardClient.YardSpot spot : world.spots()) {
            List<YardClient.YardLogger> here = world.loggers().stream()
                    .filter(l -> l.spot().equals(spot.key()) && !l.docked())
                    .toList();
            sites.computeIfAbsent(spot.site(), s -> new ArrayList<>())
                    .add(new SpotView(spot.key(), spot.site(), spot.name(), here));
            names.put(spot.key(), spot.site() + " / " + spot.name());
        }
        model.addAttribute("sites", sites);
        model.addAttribute("spots", names);
        model.addAttribute(
                "docked",
                world.loggers().stream()
                        .filter(YardClient.YardLogger::docked)
                        .sorted(Comparator.comparingInt(YardClient.YardLogger::port))
                        .toList());
        model.addAttribute("ports", world.ports());
        model.addAttribute(
                "outside", world.loggers().stream().filter(l -> !l.docked()).count());
        Instant now = Instant.parse(world.now());
        model.addAttribute("worldNow", now);
        model.addAttribute(
                "incidents",
                world.incidents().stream()
                        .map(i -> new IncidentView(
                                names.get(i.spot()),
                                happening(i.kind()),
                                Instant.parse(i.start()),
                                Instant.parse(i.end())))
                        .filter(i -> i.end().isAfter(now))
                        .toList());
    }

    /** “DOOR_OPEN” as it is said beside a spot. */
    private static String happening(String kind) {
        return switch (kind) {
            case "COMPRESSOR_FAILURE" -> Texts.of("shell.yard.yardController.compressorFailure");
            case "DOOR_OPEN" -> Texts.of("shell.yard.yardController.doorLeftOpen");
            default -> kind.toLowerCase(Locale.ROOT).replace('_', ' ');
        };
    }

    @PostMapping("/yard/carry")
    String carry(@RequestParam String serial, @RequestParam String to, RedirectAttributes flash) {
        return act(
                flash,
                "/carry",
                Map.of("serial", serial, "to", to),
                Texts.of("shell.yard.yardController.wasCarried", "serial", serial));
    }

    @PostMapping("/yard/press")
    String press(
            @RequestParam String serial,
            @RequestParam(name = "long", defaultValue = "false") boolean hold,
            @RequestParam(defaultValue = "") String key,
            RedirectAttributes flash) {
        return act(
                flash,
                "/press",
                Map.of("serial", serial, "long", hold, "key", key),
                Texts.of(
                        key.isEmpty()
                                ? "shell.yard.yardController.buttonPressed"
                                : "shell.yard.yardController.keyPressed",
                        "serial",
                        serial,
                        "held",
                        hold));
    }

    @GetMapping("/yard/carrier/{serial}")
    ResponseEntity<byte[]> carrier(@PathVariable String serial, @RequestParam(defaultValue = "0") int mission) {
        try {
            return ResponseEntity.ok()
                    .contentType(MediaType.parseMediaType("application/zip"))
                    .header(
                            "Content-Disposition",
                            "attachment; filename=\"" + serial + (mission == 0 ? "" : "-" + mission) + ".carrier.zip\"")
                    .body(yard.carrier(serial, mission));
        } catch (YardClient.YardException e) {
            throw new NotThereException(Texts.sentence(e.getMessage()));
        }
    }

    @PostMapping("/yard/cable")
    String cable(@RequestParam String serial, @RequestParam boolean plugged, RedirectAttributes flash) {
        return act(
                flash,
                "/cable",
                Map.of("serial", serial, "plugged", plugged),
                Texts.of("shell.yard.yardController.theCableOf", "serial", serial, "plugged", plugged));
    }

    @PostMapping("/yard/fault")
    String fault(
            @RequestParam String serial,
            @RequestParam String kind,
            @RequestParam(defaultValue = "1") long amount,
            RedirectAttributes flash) {
        String said = kind.equals("cable-half-way")
                ? Texts.of("shell.yard.yardController.theCableOfWillCome", "serial", serial)
                : Texts.of("shell.yard.yardController.appliedTo", "serial", serial);
        return act(flash, "/fault", Map.of("serial", serial, "kind", kind, "amount", amount), said);
    }

    /** @param value in the unit of what the input takes in; for {@code state} value only */
    @PostMapping("/yard/sensor")
    String sensor(
            @RequestParam String serial,
            @RequestParam int channel,
            @RequestParam String state,
            @RequestParam(defaultValue = "") String value,
            RedirectAttributes flash) {
        FieldReader typed = new FieldReader();
        Double quantity = typed.number("value", value);
        if (state.equals("value") && quantity == null) {
            flash.addFlashAttribute("refused", Texts.of("shell.yard.yardController.enterTheValueOfThe"));
            return "redirect:/yard#" + serial;
        }
        return act(
                flash,
                "/sensor",
                Map.of("serial", serial, "channel", channel, "state", state, "value", quantity == null ? 0 : quantity),
                state.equals("right")
                        ? Texts.of("shell.yard.yardController.theSensorsAreReset")
                        : Texts.of("shell.yard.yardController.appliedTo", "serial", serial));
    }

    @PostMapping("/yard/advance")
    String advance(@RequestParam long hours, RedirectAttributes flash) {
        return act(
                flash,
                "/advance",
                Map.of("seconds", Duration.ofHours(hours).toSeconds()),
                Texts.of("shell.yard.yardController.havePassed", "ofHours", show.rough(Duration.ofHours(hours))));
    }

    /** @param night 0 for the coming night; the incident begins at 23:00 of that day in the home zone */
    @PostMapping("/yard/incident")
    String incident(
            @RequestParam String spot,
            @RequestParam String kind,
            @RequestParam int night,
            @RequestParam int hours,
            RedirectAttributes flash) {
        ZoneId zone = show.home();
        Instant start = LocalDate.ofInstant(Instant.parse(yard.world().now()), zone)
                .plusDays(night)
                .atTime(LocalTime.of(23, 0))
                .atZone(zone)
                .toInstant();
        return act(
                flash,
                () -> yard.mishap(spot, kind, start, hours),
                Texts.of("shell.yard.yardController.scheduledFor", "start", show.minute(start)));
    }

    private String act(RedirectAttributes flash, String path, Map<String, Object> body, String said) {
        return act(flash, () -> yard.post(path, body), said);
    }

    private String act(RedirectAttributes flash, Runnable deed, String said) {
        try {
            deed.run();
            dock.poll();
            flash.addFlashAttribute("said", said);
        } catch (YardClient.YardException e) {
            flash.addFlashAttribute("refused", Texts.sentence(e.getMessage()));
        }
        return "redirect:/yard";
    }
}
