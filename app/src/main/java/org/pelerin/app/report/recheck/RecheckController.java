package org.pelerin.app.report.recheck;

import java.security.Principal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;

/** All that is kept, checked: how it stands, and begun anew. */
@Controller
class RecheckController {

    private final Rechecks rechecks;

    RecheckController(Rechecks rechecks) {
        this.rechecks = rechecks;
    }

    @GetMapping("/re-verify")
    String page(Model page) {
        page.addAttribute("room", "reports");
        page.addAttribute("told", rechecks.latest().orElse(null));
        return "report/recheck/recheck";
    }

    @PostMapping("/re-verify")
    String begin(Principal me) {
        rechecks.begin(me.getName());
        return "redirect:/re-verify";
    }
}
