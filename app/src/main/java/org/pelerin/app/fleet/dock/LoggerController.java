package org.pelerin.app.fleet.dock;

import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.deployment.prepare.check.LiveService;
import org.pelerin.app.deployment.prepare.check.PhaseLook;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.loggers.registry.LoggerRegistry;
import org.pelerin.app.loggers.registry.LoggerUnit;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.link.LinkException;
import org.pelerin.link.message.RefusedException;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;

/** The page of one logger, and the parts of it that change by themselves. */
@Controller
class LoggerController {

    private final LoggerPage page;
    private final LiveService live;
    private final PhaseLook phases;
    private final LoggerRegistry registry;

    LoggerController(LoggerPage page, LiveService live, PhaseLook phases, LoggerRegistry registry) {
        this.page = page;
        this.live = live;
        this.phases = phases;
        this.registry = registry;
    }

    @GetMapping("/dock/{serial}")
    String logger(@PathVariable String serial, Model model) {
        Optional<LoggerUnit> typed = registry.typed(serial);
        if (typed.isPresent() && !typed.get().serial().equals(serial)) {
            return "redirect:/dock/" + typed.get().serial();
        }
        model.addAttribute("version", page.version(serial));
        page.fill(serial, model);
        return "dock/logger";
    }

    /** The part of the page that changes by itself: what the logger does and what can be done. */
    @GetMapping("/dock/{serial}/state")
    String state(
            @PathVariable String serial,
            @RequestParam(defaultValue = "") String v,
            Model model,
            HttpServletResponse response) {
        String version = page.version(serial);
        if (v.equals(version)) {
            response.setStatus(HttpServletResponse.SC_NO_CONTENT);
            return null;
        }
        model.addAttribute("version", version);
        page.fill(serial, model);
        return "dock/state :: state";
    }

    @GetMapping("/dock/{serial}/live")
    String live(@PathVariable String serial, ShownUnits inUnits, Model model) {
        try {
            LiveService.Reading reading = live.read(serial, inUnits);
            model.addAttribute("gauges", reading.gauges());
            model.addAttribute("watched", reading.watched());
        } catch (Dock.NotConnectedException | LinkException | RefusedException e) {
            model.addAttribute("gauges", List.of());
        }
        return "dock/live :: live";
    }

    @GetMapping("/dock/{serial}/phases")
    String phases(@PathVariable String serial, Model model) {
        try {
            model.addAttribute("phases", phases.look(serial));
        } catch (Dock.NotConnectedException | LinkException | RefusedException e) {
            model.addAttribute("phases", null);
        }
        return "dock/phases :: phases";
    }
}
