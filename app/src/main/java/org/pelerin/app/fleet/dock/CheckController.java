package org.pelerin.app.fleet.dock;

import java.security.Principal;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.pelerin.app.deployment.prepare.check.LiveCheck;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.unit.ShownUnits;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The live readings of everything that is connected. */
@Controller
class CheckController {

    /** Characters that the readings of a logger take, at most. */
    private static final int LONGEST = 10_000;

    private final LiveCheck check;

    CheckController(LiveCheck check) {
        this.check = check;
    }

    @GetMapping("/dock/check")
    String all(ShownUnits inUnits, Model page) {
        List<LiveCheck.Line> lines = check.all(inUnits);
        page.addAttribute("room", "dock");
        page.addAttribute("lines", lines);
        page.addAttribute(
                "trouble",
                lines.stream().filter(l -> l.look() != LiveCheck.Look.FINE).count());
        return "dock/check";
    }

    /** @param told “serial|readings” of every line as the page showed it */
    @PostMapping("/dock/check")
    String acknowledge(
            @RequestParam(defaultValue = "") List<String> serials,
            @RequestParam MultiValueMap<String, String> all,
            Principal me,
            RedirectAttributes flash) {
        Map<String, String> seen = new LinkedHashMap<>();
        for (String line : all.getOrDefault("told", List.of())) {
            int bar = line.indexOf('|');
            if (bar > 0 && serials.contains(line.substring(0, bar)) && line.length() <= LONGEST) {
                seen.put(line.substring(0, bar), line.substring(bar + 1));
            }
        }
        check.acknowledge(seen, me.getName());
        flash.addFlashAttribute(
                seen.isEmpty() ? "refused" : "said",
                seen.isEmpty()
                        ? Texts.of("fleet.dock.checkController.noLoggerWasSelectedSo")
                        : Texts.of("fleet.dock.checkController.savedAsCheckedWithThe", "seen", seen.size()));
        return "redirect:/dock/check";
    }
}
