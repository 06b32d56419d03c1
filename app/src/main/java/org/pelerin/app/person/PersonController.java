package org.pelerin.app.person;

import java.security.Principal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import org.springframework.web.servlet.support.ServletUriComponentsBuilder;

/** What a person has set for himself. */
@Controller
class PersonController {

    private final CalendarService calendars;

    PersonController(CalendarService calendars) {
        this.calendars = calendars;
    }

    @GetMapping("/me")
    String me(Model page, Principal me) {
        page.addAttribute("room", "me");
        page.addAttribute("calendar", calendars.of(me.getName()).orElse(null));
        return "person/me";
    }

    @PostMapping("/me/calendar")
    String make(Principal me, RedirectAttributes flash) {
        String base = ServletUriComponentsBuilder.fromCurrentContextPath().toUriString();
        flash.addFlashAttribute("address", base + "/calendar/" + calendars.make(me.getName()) + ".ics");
        return "redirect:/me";
    }

    @PostMapping("/me/calendar/revoke")
    String revoke(Principal me, RedirectAttributes flash) {
        calendars.revoke(me.getName());
        flash.addFlashAttribute("said", "The address is revoked; nobody can read the calendar there any more.");
        return "redirect:/me";
    }
}
