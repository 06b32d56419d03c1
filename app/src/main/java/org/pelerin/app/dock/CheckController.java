package org.pelerin.app.dock;

import java.security.Principal;
import java.util.List;
import org.pelerin.app.connect.LiveCheck;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The live readings of everything that is connected. */
@Controller
class CheckController {

    private final LiveCheck check;

    CheckController(LiveCheck check) {
        this.check = check;
    }

    @GetMapping("/dock/check")
    String all(Model page) {
        List<LiveCheck.Line> lines = check.all();
        page.addAttribute("room", "dock");
        page.addAttribute("lines", lines);
        page.addAttribute(
                "trouble",
                lines.stream().filter(l -> l.look() != LiveCheck.Look.FINE).count());
        return "dock/check";
    }

    @PostMapping("/dock/check")
    String acknowledge(@RequestParam(defaultValue = "") List<String> serials, Principal me, RedirectAttributes flash) {
        check.acknowledge(serials, me.getName());
        flash.addFlashAttribute(
                "said",
                serials.isEmpty()
                        ? "No logger was chosen."
                        : serials.size() + " noted as checked; it goes into the documentation of their missions.");
        return "redirect:/dock/check";
    }
}
